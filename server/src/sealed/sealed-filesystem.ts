import * as fs from 'node:fs';
import { join } from 'node:path';
import { BaseFilesystem, ERRNO_CODES, type FsStats } from '@electric-sql/pglite/basefs';
import { HEADER, readSealed, resizeSealed, sealedFile, type SealedFile, sizeOf, writeSealed } from './sealed-file.js';

/** The database's own numbers of what went wrong; those it does not name are the C library's of Emscripten. */
const NUMBERS: Readonly<Record<string, number>> = {
  ...ERRNO_CODES,
  ...{ EACCES: 2, EEXIST: 20, EIO: 29, ENOENT: 44, ENOSPC: 51, ENOTEMPTY: 55, EPERM: 63, EROFS: 69 },
};

/** Does something with files; what goes wrong is thrown as the database understands it. */
function asNumbered<T>(run: () => T): T {
  try {
    return run();
  } catch (e) {
    const { message, code = '' } = e as NodeJS.ErrnoException;
    throw Object.assign(new Error(message, { cause: e }), { code: NUMBERS[code] ?? NUMBERS['EIO'] });
  }
}

type Options = { readonly recursive?: boolean; readonly mode?: number };

/**
 * The folder of an embedded database whose files are sealed (`sealed-file.ts`). Names and sizes of files are open; what
 * is in them is not, the write-ahead log included.
 */
export class SealedFilesystem extends BaseFilesystem {
  private readonly files = new Map<number, SealedFile>();

  /** @param key 64 bytes */
  constructor(
    private readonly root: string,
    private readonly key: Uint8Array,
  ) {
    super(root);
    fs.mkdirSync(root, { recursive: true, mode: 0o700 });
  }

  private at(path: string): string {
    return join(this.root, path);
  }
  /** Opens a file for a moment. */
  private within<T>(path: string, flags: string, run: (file: SealedFile) => T, mode?: number): T {
    const fd = fs.openSync(this.at(path), flags, mode);
    try {
      return run(sealedFile(fd));
    } finally {
      fs.closeSync(fd);
    }
  }
  private stats(s: fs.Stats): FsStats {
    const {
      dev,
      ino,
      mode,
      nlink,
      uid,
      gid,
      rdev,
      blksize,
      blocks,
      atimeMs: atime,
      mtimeMs: mtime,
      ctimeMs: ctime,
    } = s;
    const size = s.isFile() ? Math.max(0, s.size - HEADER) : s.size;
    return { dev, ino, mode, nlink, uid, gid, rdev, size, blksize, blocks, atime, mtime, ctime };
  }

  chmod(path: string, mode: number): void {
    asNumbered(() => fs.chmodSync(this.at(path), mode));
  }
  close(fd: number): void {
    this.files.delete(fd);
    asNumbered(() => fs.closeSync(fd));
  }
  fstat(fd: number): FsStats {
    return asNumbered(() => this.stats(fs.fstatSync(fd)));
  }
  lstat(path: string): FsStats {
    return asNumbered(() => this.stats(fs.lstatSync(this.at(path))));
  }
  mkdir(path: string, options?: Options): void {
    asNumbered(() => void fs.mkdirSync(this.at(path), options));
  }
  open(path: string, flags = 'r+', mode?: number): number {
    return asNumbered(() => {
      const fd = fs.openSync(this.at(path), flags, mode);
      try {
        this.files.set(fd, sealedFile(fd));
      } catch (e) {
        fs.closeSync(fd);
        throw e;
      }
      return fd;
    });
  }
  readdir(path: string): string[] {
    return asNumbered(() => fs.readdirSync(this.at(path)));
  }
  // eslint asks for fewer parameters than the database gives
  read(...[fd, buffer, offset, length, position]: Parameters<BaseFilesystem['read']>): number {
    return asNumbered(() =>
      readSealed(this.key, this.files.get(fd)!, buffer.subarray(offset, offset + length), position),
    );
  }
  rename(oldPath: string, newPath: string): void {
    asNumbered(() => fs.renameSync(this.at(oldPath), this.at(newPath)));
  }
  rmdir(path: string): void {
    asNumbered(() => fs.rmdirSync(this.at(path)));
  }
  truncate(path: string, length: number): void {
    asNumbered(() => this.within(path, 'r+', (file) => resizeSealed(this.key, file, length)));
  }
  unlink(path: string): void {
    asNumbered(() => fs.unlinkSync(this.at(path)));
  }
  utimes(path: string, atime: number, mtime: number): void {
    asNumbered(() => fs.utimesSync(this.at(path), atime / 1000, mtime / 1000));
  }
  writeFile(
    path: string,
    data: string | Uint8Array,
    { flag = 'w+', mode }: { flag?: string; mode?: number } = {},
  ): void {
    const bytes = typeof data === 'string' ? Buffer.from(data) : data;
    asNumbered(() => this.within(path, flag, (file) => writeSealed(this.key, file, bytes, sizeOf(file.fd)), mode));
  }
  write(...[fd, buffer, offset, length, position]: Parameters<BaseFilesystem['write']>): number {
    // the database hands over the memory it lies in, whatever its type says
    const memory = ArrayBuffer.isView(buffer) ? buffer : new Uint8Array(buffer);
    asNumbered(() => writeSealed(this.key, this.files.get(fd)!, memory.subarray(offset, offset + length), position));
    return length;
  }
}
