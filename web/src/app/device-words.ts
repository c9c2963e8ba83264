import { DEVICES, isDeviceKind } from '@vilko/core/recording/device-kinds';
import { capital } from '@vilko/core/words/case';

/** Each kind of device as people call it. */
export const deviceWords = (kind: string): string => (isDeviceKind(kind) ? DEVICES[kind].words : kind);

/** The same at the start of a line. */
export const deviceTitle = (kind: string): string => {
  const words = deviceWords(kind);
  return capital(words);
};
