import { TestBed } from '@angular/core/testing';
import { courseCode, coursePapers, type Paper, paperCode } from '@vilko/core/reading-room/paper';
import type { ItemRead } from './answers';
import { PaperAgreement } from './paper-agreement';
import { PaperDesk } from './paper-desk';
import { Papers, type Sitting } from './papers';
import { readResult } from './result-file';
import { Session } from './session';

const PAPER: Paper = { exercise: 'first-cause', items: 5, minutes: 5, seed: 31 };
const read = (said: string | null, more: Partial<ItemRead> = {}): ItemRead => ({
  ...{ at: '2026-12-07T10:00:00.000Z', day: '2026-12-07', exercise: 'first-cause', seed: 1, truth: 'sway' },
  ...{ vilko: 'sway', options: 8, chance: 1 / 8, number: null, difficulty: 1500, pair: null },
  answer: said === null ? null : { said, sure: 0.8 },
  ...more,
});
const sitting = (reader: string, said: readonly (string | null)[], paper = PAPER): Sitting => ({
  ...{ paper, reader, at: '2026-12-07T10:00:00.000Z' },
  reads: said.map((s) => read(s, { exercise: paper.exercise })),
});
/** The file of a result, as it is saved. */
const fileOf = (s: Sitting): object =>
  JSON.parse(JSON.stringify({ vilko: 'paper-result', version: 1, sitting: s })) as object;

describe('a result of a paper', () => {
  const RUNA = sitting('Runa Vell', ['sway', null, 'slide']);

  it('comes out of its file as it was', () => {
    expect(readResult(fileOf(RUNA), 'a.json')).toEqual(RUNA);
  });
  it('is refused in a sentence where it is none, or not to its paper', () => {
    expect(() => readResult({}, 'a.json')).toThrowError(/^a\.json is no result of a paper: vilko /);
    expect(() => readResult(fileOf({ ...RUNA, reader: ' ' }), 'a.json')).toThrowError(/sitting\.reader/);
    expect(() => readResult(fileOf({ ...RUNA, paper: { ...PAPER, items: 99 } }), 'a.json')).toThrowError(
      /paper\.items/,
    );
    const more = sitting('Runa Vell', Array<string>(6).fill('sway'));
    const other = { ...RUNA, paper: { ...PAPER, exercise: 'same-golfer' } } as Sitting;
    for (const odd of [more, other])
      expect(() => readResult(fileOf(odd), 'a.json')).toThrowError(/not to the items of its paper/);
  });
});

describe('two readers of a paper', () => {
  const shown = (mine: Sitting, others: readonly Sitting[]): HTMLElement => {
    for (const s of [mine, ...others]) TestBed.inject(Papers).keep(s);
    const fixture = TestBed.createComponent(PaperAgreement);
    fixture.componentRef.setInput('sitting', mine);
    fixture.detectChanges();
    return fixture.nativeElement as HTMLElement;
  };
  const text = (el: HTMLElement): string => el.textContent.replaceAll(/\s+/g, ' ');
  afterEach(() => localStorage.clear());

  it('are laid beside each other: what they said alike, with κ and its interval, answer by answer', () => {
    const el = shown(sitting('Runa Vell', ['sway', 'sway', 'slide', 'healthy']), [
      sitting('Odd Sanne', ['sway', 'slide', 'slide', 'healthy']),
      sitting('Tore Hval', ['slide'], { ...PAPER, seed: 32 }),
    ]);
    expect(text(el)).toContain('Runa Vell and Odd Sanne said the same of 3 of 4 items: κ 0.64 (0.02 to 1.00).');
    const rows = (of: number): string[][] =>
      [...el.querySelectorAll('table')[of]!.querySelectorAll('tbody tr')].map((r) =>
        [...r.querySelectorAll('td')].map((c) => c.textContent.trim()),
      );
    // what they differ on stands first
    const sway = 'The mass sways away';
    expect(rows(0)).toEqual([['2', sway, 'Slides past the lead foot', sway]]);
    expect(
      rows(1)
        .find(([name]) => name!.startsWith('Slide'))!
        .slice(1, 5),
    ).toEqual(['1', '0', '1', '0.50']);
  });
  it('are chosen where there are more than two, and where too little is said of an answer it has no κ', () => {
    const mine = sitting('Runa Vell', ['sway', 'slide']);
    const el = shown(mine, [sitting('Odd Sanne', ['slide', 'slide']), sitting('Tore Hval', ['sway', 'slide'])]);
    expect(text(el)).toContain('Runa Vell and Odd Sanne said the same of 1 of 2 items');
    const cells = [...el.querySelectorAll('table:last-of-type tbody tr:last-child td')].map((c) =>
      c.textContent.trim(),
    );
    expect(cells).toEqual(['The mass sways away', '0', '1', '0', '–', 'too few']);
    expect([...el.querySelectorAll('[aria-pressed=true]')].map((b) => b.textContent.trim())).toEqual(['Odd Sanne']);
    [...el.querySelectorAll('button')].find((b) => b.textContent.includes('Tore Hval'))!.click();
    TestBed.tick();
    expect(text(el)).toContain('Runa Vell and Tore Hval said the same of 2 of 2 items: κ 1.00 (1.00 to 1.00).');
  });
  it('of numbers are told how far apart they lie', () => {
    const paper: Paper = { ...PAPER, exercise: 'say-number' };
    const numbers = (reader: string, values: readonly number[]): Sitting => ({
      ...sitting(reader, [], paper),
      reads: values.map((value) =>
        read(null, { exercise: 'say-number', number: { value, half: 4, truth: 60, worth: 3 } }),
      ),
    });
    const el = shown(numbers('Runa Vell', [60, 63, 50]), [numbers('Odd Sanne', [60, 66, 62])]);
    expect(text(el)).toContain(
      'Of 3 items both have said a number: half of the time they lie 1.0 worths apart or less.',
    );
    expect(el.querySelector('table')).toBeNull();
  });
  it('are waited for where one alone sat it', () => {
    expect(text(shown(sitting('Runa Vell', ['sway']), []))).toContain('Nobody else’s result of this paper is here.');
  });
});

describe('the desk of papers', () => {
  let el: HTMLElement;
  let change: () => void;
  let sat: Sitting['paper'][];
  beforeEach(() => {
    sat = [];
    const session = { sit: (p: Paper) => sat.push(p), result: { set: () => undefined } };
    TestBed.configureTestingModule({ providers: [{ provide: Session, useValue: session }] });
    const fixture = TestBed.createComponent(PaperDesk);
    fixture.detectChanges();
    el = fixture.nativeElement as HTMLElement;
    change = () => fixture.detectChanges();
  });
  afterEach(() => localStorage.clear());
  const write = (label: string, value: string): void => {
    const field = [...el.querySelectorAll('label')].find((l) => l.textContent.trim().startsWith(label))!;
    const input = field.querySelector('input')!;
    input.value = value;
    input.dispatchEvent(new Event('input'));
    change();
  };
  const press = (name: string): void => {
    [...el.querySelectorAll('button')].find((b) => b.textContent.includes(name))!.click();
    change();
  };
  const bring = async (name: string, words: string): Promise<string> => {
    const files = new DataTransfer();
    files.items.add(new File([words], name));
    const input = el.querySelector<HTMLInputElement>('input[type=file]')!;
    input.files = files.files;
    input.dispatchEvent(new Event('change'));
    const said = (): string => el.querySelector('p[role=status], p[role=alert]')?.textContent.trim() ?? '';
    const before = said();
    for (let i = 0; i < 100 && said() === before; i++) {
      await new Promise((r) => setTimeout(r, 10));
      change();
    }
    return said();
  };

  it('goes on with a course where its reader stands, and says when all of it is sat', () => {
    const papers = coursePapers(77);
    write('Code', courseCode(77));
    write('Your name', 'Runa Vell');
    expect(el.textContent).toContain('A course; next: First cause.');
    press('Sit the paper');
    expect(sat).toEqual([papers[0]!]);
    TestBed.inject(Papers).keep(sitting('Runa Vell', ['sway', 'slide'], papers[0]));
    change();
    expect(el.textContent).toContain('1 of 8 papers sat, 1 of 10 right; next: Say the number.');
    press('Sit the paper');
    expect(sat[1]).toEqual(papers[1]);
    papers
      .slice(1)
      .forEach((p, i) =>
        TestBed.inject(Papers).keep({ ...sitting('Runa Vell', [], p), at: `2026-11-0${i + 1}T10:00:00.000Z` }),
      );
    press('Sit the paper');
    expect(sat.length).toBe(2);
    expect(el.textContent).toContain('Runa Vell sat every paper of this course');
  });
  it('takes a result from another browser in, once, and says in a sentence what is none', async () => {
    const file = JSON.stringify(fileOf(sitting('Odd Sanne', ['sway'])));
    expect(await bring('odd.json', 'x')).toBe('odd.json is not JSON. Nothing was changed.');
    expect(await bring('odd.json', '{}')).toMatch(/^odd\.json is no result of a paper.* Nothing was changed\.$/);
    expect(await bring('odd.json', file)).toBe(`Odd Sanne’s result is here: ${paperCode(PAPER)}.`);
    expect(
      TestBed.inject(Papers)
        .sat()
        .map((s) => s.reader),
    ).toEqual(['Odd Sanne']);
    expect(await bring('odd.json', file)).toBe(
      'Odd Sanne’s result of this paper is here already. Nothing was changed.',
    );
    // who sat it elsewhere has sat it
    write('Code', paperCode(PAPER));
    write('Your name', 'odd sanne');
    press('Sit the paper');
    expect(sat).toEqual([]);
    expect(el.textContent).toContain('a paper is sat once.');
  });
});
