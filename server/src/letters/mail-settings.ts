import { type Mail, MAIL_PORTS, type MailChange, type MailTried } from '@vilko/contract';
import { VilkoError } from '@vilko/core';
import { capital } from '@vilko/core/words';
import type { HouseRepository } from '../house/house-repository.js';
import { type KeptMail, refusedWords, tryServer } from './mail-server.js';

/** Under which the house keeps its mail server; it goes into no backup, for the password stands in it. */
const MAIL = 'mail';

const NO_MAIL: KeptMail = {
  host: '',
  port: MAIL_PORTS.STARTTLS,
  security: 'STARTTLS',
  user: '',
  from: '',
  password: '',
};

const shown = ({ password, ...m }: KeptMail): Mail => ({ ...m, password: password !== '' });

/** The mail server by which letters go. */
export function mailSettings(house: HouseRepository) {
  const kept = async (): Promise<KeptMail> => ({ ...NO_MAIL, ...(await house.get<KeptMail>(MAIL)) });
  return {
    /** Null where none is set. */
    server: async (): Promise<KeptMail | null> => {
      const mail = await kept();
      return mail.host ? mail : null;
    },
    shown: async (): Promise<Mail> => shown(await kept()),
    change: async ({ password, ...change }: MailChange): Promise<Mail> => {
      const before = await kept();
      // a password was meant for the server it was typed for
      const same = before.host === change.host && before.user === change.user;
      const mail = { ...change, password: password ?? (same ? before.password : '') };
      await house.put(MAIL, mail);
      return shown(mail);
    },
    /** @throws VilkoError where no mail server is set */
    tried: async (): Promise<MailTried> => {
      const mail = await kept();
      if (!mail.host) throw new VilkoError('bad-option', 'no mail server is set: name one first');
      try {
        await tryServer(mail);
        return { well: true, words: `The mail server ${mail.host} takes letters from here.` };
      } catch (e) {
        return { well: false, words: `${capital(refusedWords(e, mail))}.` };
      }
    },
  };
}

export type MailSettingsService = ReturnType<typeof mailSettings>;
