import { VilkoError } from '@vilko/core';
import { prepareNow, type Answer, type Question } from './prepare.js';

/** What a thread of the pools runs: one recording, read, analysed and packed; or the sentence that refuses it. */
export default function prepareHere(q: Question): Answer {
  try {
    return { prepared: prepareNow(q) };
  } catch (e) {
    if (!(e instanceof VilkoError)) throw e;
    return { refused: { code: e.code, message: e.message, position: e.position } };
  }
}
