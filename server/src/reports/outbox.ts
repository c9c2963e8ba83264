import { mkdirSync } from 'node:fs';
import { readdir, readFile, rm, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import MailComposer from 'nodemailer/lib/mail-composer/index.js';

/** A letter to be sent. */
export interface Letter {
  readonly lessonId: string;
  readonly to: string;
  readonly subject: string;
  readonly text: string;
  readonly pdf: Uint8Array;
}

const FROM = { name: 'Vilko', address: 'outbox@localhost' };

/** A folder of e-mail files (RFC 5322), one per letter: a stand-in for a mail service, which may pick them up there. */
export function openOutbox(data: string) {
  const folder = join(data, 'outbox');
  mkdirSync(folder, { recursive: true });
  return {
    folder,
    /** Puts a letter in; returns the name of its file. */
    async put({ lessonId, to, subject, text, pdf }: Letter, now = new Date()): Promise<string> {
      const message = new MailComposer({
        from: FROM,
        to,
        subject,
        text,
        date: now,
        attachments: [{ filename: 'lesson.pdf', content: Buffer.from(pdf), contentType: 'application/pdf' }],
      });
      const file = `${lessonId}--${now.toISOString().replaceAll(/[:.]/g, '-')}.eml`;
      await writeFile(join(folder, file), await message.compile().build());
      return file;
    },
    get: (file: string): Promise<Uint8Array> => readFile(join(folder, file)),
    /** Letters of a lesson, oldest first. */
    ofLesson: async (lessonId: string): Promise<string[]> =>
      (await readdir(folder)).filter((f) => f.startsWith(`${lessonId}--`)).sort(),
    /** What is erased leaves no letter behind. */
    async removeOf(lessonIds: readonly string[]): Promise<void> {
      for (const f of await readdir(folder))
        if (lessonIds.some((id) => f.startsWith(`${id}--`))) await rm(join(folder, f), { force: true });
    },
  };
}

export type Outbox = ReturnType<typeof openOutbox>;
