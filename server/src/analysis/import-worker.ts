import { parentPort } from 'node:worker_threads';
import { VilkoError } from '@vilko/core';
import { type FileAnswer, type FileQuestion, readAndPrepare } from './prepare-file.js';

parentPort!.once('message', (q: FileQuestion) => {
  let answer: FileAnswer;
  try {
    answer = { prepared: readAndPrepare(q) };
  } catch (e) {
    if (!(e instanceof VilkoError)) throw e;
    answer = { refused: { code: e.code, message: e.message } };
  }
  parentPort!.postMessage(answer);
});
