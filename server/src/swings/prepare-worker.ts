import { VilkoError } from '@vilko/core';
import { giveWay } from '../threads/give-way.js';
import { prepareNow, type Answer, type Question } from './prepare.js';

giveWay(Number(process.argv[2]));

/** What a thread of the pools runs: one recording, read, analysed and packed; or the sentence that refuses it. */
export default function prepareHere(q: Question): Answer<Question> {
  try {
    return { prepared: prepareNow(q) };
  } catch (e) {
    if (!(e instanceof VilkoError)) throw e;
    // the message carries its position at its end: whoever makes the error anew puts it there again
    const message = e.position ? e.message.slice(0, -` (${e.position})`.length) : e.message;
    return { refused: { code: e.code, message, position: e.position } };
  }
}
