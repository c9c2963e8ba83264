import { type Cue, PupilProfile, withShelf } from '@vilko/contract/pupil';
import { NO_PROFILE } from '@vilko/contract/no-profile';
import { cuesThat, cueText } from '@vilko/contract/cues';
import { openHouse } from '../../testing/house';
import { CueFields } from './cue-fields';

const ferry: Cue = { words: 'step off the ferry', did: 'worked', exaggerates: false };
const heel: Cue = { words: 'all of you on the lead heel', did: 'not known yet', exaggerates: true };

describe('a pupil’s shelf of cue words', () => {
  it('is written, marked and cleared line by line', async () => {
    const c = await openHouse().show(CueFields, { cues: [ferry, heel] });
    const said: (readonly Cue[])[] = [];
    c.component.changed.subscribe((x) => said.push(x.cues));
    const [, second] = c.all('select') as HTMLSelectElement[];
    second!.value = 'did not help';
    second!.dispatchEvent(new Event('change'));
    (c.all('input[type=checkbox]')[0] as HTMLInputElement).click();
    await c.press('Add a cue');
    c.all('[aria-label="Take out step off the ferry"]')[0]!.click();
    expect(said).toEqual([
      [ferry, { ...heel, did: 'did not help' }],
      [{ ...ferry, exaggerates: true }, heel],
      [ferry, heel, { words: '', did: 'worked', exaggerates: false }],
      [heel],
    ]);
  });

  it('is told by what came of them, and says where more is asked for than is wanted', () => {
    expect(cuesThat([ferry, heel, { ...ferry, words: 'quick, quick, slow' }], 'worked')).toBe(
      'step off the ferry; quick, quick, slow',
    );
    expect(cueText(heel)).toBe('all of you on the lead heel (exaggerated on purpose: the feel, not the aim)');
    expect(cuesThat([ferry], 'did not help')).toBe('');
  });

  it('takes in the line that was kept before there was a shelf', () => {
    const { cues: _, ...before } = NO_PROFILE;
    const read = (cueWords: unknown) => PupilProfile.parse(withShelf({ ...before, cueWords })).cues;
    expect(read(' quick, quick, slow ')).toEqual([{ words: 'quick, quick, slow', did: 'worked', exaggerates: false }]);
    expect([read(''), read(undefined)]).toEqual([[], []]);
    // a shelf that is there stays
    expect(PupilProfile.parse(withShelf({ ...NO_PROFILE, cues: [ferry], cueWords: 'old' })).cues).toEqual([ferry]);
    expect([withShelf(null), withShelf('x')]).toEqual([null, 'x']);
  });
});
