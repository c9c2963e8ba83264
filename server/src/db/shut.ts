/** What a file system says that lets nobody write. */
const SHUT: ReadonlySet<string> = new Set(['EACCES', 'EPERM', 'EROFS']);

/** Whether something failed because nothing may be written there. */
export const isShut = (error: unknown): boolean => SHUT.has((error as NodeJS.ErrnoException).code ?? '');
