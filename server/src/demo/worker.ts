import { parentPort } from 'node:worker_threads';
import { demoSwing, type DemoSwingRequest } from './demo-swing.js';

parentPort?.on('message', (request: DemoSwingRequest) => parentPort!.postMessage(demoSwing(request)));
