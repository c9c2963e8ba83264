import fc from 'fast-check';
import { deflateSync, strFromU8, strToU8 } from 'fflate';
import { VilkoError } from '../../error.js';
import { crc32 as usedHere, inflate as inflatedHere } from '#unpack';
import { crc32 } from './crc32.js';
import { inflate } from './unpack.js';
import { unzip, zip } from './zip.js';

describe('the checksum of an archive’s entries', () => {
  it('is CRC-32 as the catalogue of such codes has it', () => {
    // check value of CRC-32/ISO-HDLC, and of every length beside a multiple of four
    expect(crc32(strToU8('123456789')).toString(16)).toBe('cbf43926');
    expect(['', 'a', 'ab', 'abc', 'abcd'].map((t) => crc32(strToU8(t)).toString(16))).toEqual([
      '0',
      'e8b7be43',
      '9e83486d',
      '352441c2',
      'ed82cd11',
    ]);
  });

  it('and what is inflated are the same whether a browser or Node does it', () => {
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 3000 }), (data) => {
        const packed = deflateSync(data);
        expect(inflatedHere(packed, data.length)).toEqual(data);
        expect(inflate(packed, data.length)).toEqual(data);
        expect(usedHere(data)).toBe(crc32(data));
      }),
    );
  });

  it('lets no changed byte of an entry pass as data', () => {
    const entry = fc.uint8Array({ minLength: 1, maxLength: 400 });
    fc.assert(
      fc.property(
        entry,
        fc.nat(),
        fc.integer({ min: 1, max: 255 }),
        fc.constantFrom(0 as const, 6 as const),
        (data, at, by, level) => {
          const whole = zip({ a: data, b: strToU8('beside it') }, level);
          expect(unzip(whole, 'x')['a']).toEqual(data);
          const damaged = whole.slice();
          damaged[at % damaged.length]! ^= by;
          try {
            const read = unzip(damaged, 'x');
            // what is changed of its times or names is no change of the data
            for (const file of Object.values(read))
              expect([Array.from(data), Array.from(strToU8('beside it'))]).toContain(Array.from(file));
          } catch (e) {
            expect(e).toBeInstanceOf(VilkoError);
          }
        },
      ),
      { numRuns: 400 },
    );
  });

  it('says which entry is not what was written', () => {
    const whole = zip({ 'channels.npz': strToU8('numbers that matter') }, 0);
    const at = strFromU8(whole, true).indexOf('matter');
    whole[at]! ^= 1;
    expect(() => unzip(whole, 'lab.vilko')).toThrowError(
      VilkoError,
      'lab.vilko is damaged: channels.npz is not what was written, its checksum differs',
    );
  });
});
