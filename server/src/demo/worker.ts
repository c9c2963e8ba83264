import { parentPort } from 'node:worker_threads';
import { giveWay } from '../threads/give-way.js';
import { answerTo } from '../threads/questions.js';
import { demoSwing, type DemoSwingRequest } from './demo-swing.js';

// the pages are open while the sample world is made
giveWay(15);
answerTo<DemoSwingRequest>(parentPort!, (request) => Promise.resolve(demoSwing(request)));
