import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { EVENT_NAMES, MEASURE_IDS, writeRecording } from '@vilko/core';
import { simulate, standing } from '@vilko/core/golfer';

const bin = fileURLToPath(new URL('../bin/vilko.mjs', import.meta.url));
const data = fileURLToPath(new URL('../../core/test-data/', import.meta.url));
const folder = mkdtempSync(join(tmpdir(), 'vilko-cli-'));
const at = (name: string) => join(folder, name);

const vilko = (...args: string[]) => {
  const { status, stdout, stderr } = spawnSync('node', [bin, ...args], { encoding: 'utf8', maxBuffer: 1 << 28 });
  return { status, stdout, stderr };
};

interface Answer {
  file: string;
  device: string;
  rate: number;
  warnings: string[];
  swings: {
    start: number;
    end: number;
    events: Record<string, { t: number; source: string; u: number } | null>;
    measures: Record<string, { value: unknown; unit: string; u: number | null; basis: string }>;
    comparison?: {
      pattern: string;
      fit: number;
      judged: number;
      of: number;
      bands: { measure: string; word: string }[];
    };
    findings?: {
      fault: string;
      main: boolean;
      strength: number;
      word: string;
      because: string[];
      consequenceOf: string | null;
    }[];
    cannotJudge?: { fault: string; reason: string }[];
  }[];
  findings?: { fault: string; k: number; n: number; tentative: boolean }[];
}
const answer = (...args: string[]): Answer => {
  const r = vilko(...args, '--json');
  expect(r.status).withContext(r.stderr).toBe(0);
  return JSON.parse(r.stdout) as Answer;
};

describe('vilko', () => {
  beforeAll(() => {
    expect(vilko('simulate', '--fault', 'hangs-back', '--device', 'plates', at('x.csv')).status).toBe(0);
  });

  it('analyses the three samples as the reference does, every id in every swing', () => {
    for (const file of ['sample-plates.c3d', 'sample-plates-left.csv', 'sample-mat.npz']) {
      const expected = JSON.parse(readFileSync(join(data, file.replace(/\.\w+$/, '.expected.json')), 'utf8')) as {
        args: string[];
        reference: Answer;
      };
      const a = answer('analyse', join(data, file), ...expected.args);
      expect(a.file).toBe(file);
      expect(a.device).toBe(expected.reference.device);
      const [s] = a.swings;
      expect(Object.keys(s!.events)).toEqual([...EVENT_NAMES]);
      expect(Object.keys(s!.measures)).toEqual([...MEASURE_IDS]);
      const share = s!.measures['share.lead.p7']!.value as number;
      expect(share).toBeCloseTo(expected.reference.swings[0]!.measures['share.lead.p7']!.value as number, 3);
    }
  });

  it('names the simulated fault as the main finding, and writes the truth beside the recording', () => {
    const a = answer('judge', at('x.csv'));
    const main = a.swings[0]!.findings!.filter((f) => f.main);
    expect(main.map((f) => f.fault)).toEqual(['hangs-back']);
    expect(main[0]!.because).toEqual(['share.lead.p7']);
    expect(a.swings[0]!.comparison!.pattern).toBe('common-ground');
    const truth = JSON.parse(readFileSync(at('x.csv.truth.json'), 'utf8')) as {
      fault: string;
      swings: { events: Record<string, number> }[];
    };
    expect(truth.fault).toBe('hangs-back');
    expect(Math.abs(truth.swings[0]!.events['p7']! - a.swings[0]!.events['p7']!.t)).toBeLessThan(0.003);
  });

  it('finds nothing in a healthy swing, and judges a set of several', () => {
    vilko('simulate', '--fault', 'none', '--device', 'mat', '--seed', '7', at('h.npz'));
    expect(answer('judge', at('h.npz')).swings[0]!.findings).toEqual([]);
    vilko('simulate', '--fault', 'no-load', '--device', 'plates', '--swings', '3', '--seed', '5', at('set.vilko'));
    const set = answer('judge', at('set.vilko'));
    expect(set.swings.length).toBe(3);
    expect(set.findings![0]).toEqual(jasmine.objectContaining({ fault: 'no-load', n: 3, tentative: false }));
  });

  it('judges under any school and under a pattern in a file, and refuses what is none', () => {
    const under = (pattern: string) => answer('judge', at('x.csv'), '--pattern', pattern).swings[0]!.comparison!;
    expect(under('deep-load').bands.find((b) => b.measure === 'load.trail.max')).toEqual(
      jasmine.objectContaining({ ideal: [80, 94] }),
    );
    expect([under('two-foot-launch').of, under('two-foot-launch').fit]).toEqual([0, null as never]);
    const own = {
      id: 'mine',
      name: 'Mine',
      version: 3,
      belief: '',
      clubs: ['iron'],
      bands: [{ measure: 'share.lead.p7', ideal: [70, 80], weight: 1, why: '', source: 'a view', sure: 'one view' }],
    };
    writeFileSync(at('mine.json'), JSON.stringify(own));
    expect([under(at('mine.json')).pattern, under(at('mine.json')).of]).toEqual(['mine', 1]);
    writeFileSync(at('none.json'), JSON.stringify({ ...own, bands: [{ ...own.bands[0], ideal: [80, 70] }] }));
    const refused = vilko('judge', at('x.csv'), '--pattern', at('none.json'));
    expect([refused.status, refused.stderr]).toEqual([
      2,
      jasmine.stringContaining('the lower edge 80 lies above the upper edge 70'),
    ]);
    expect(vilko('judge', at('x.csv'), '--pattern', 'no-school').stderr).toContain(
      'there is no pattern "no-school"; there are: common-ground',
    );
  });

  it('reads from a simulated CSV what its reader needs, and lets options win', () => {
    vilko('simulate', '--device', 'boards', '--handed', 'left', '--club', 'driver', '--no-club', at('b.csv'));
    expect(readFileSync(at('b.csv'), 'utf8').slice(0, 400)).toContain('# handed=left');
    const a = answer('judge', at('b.csv'));
    expect(a.device).toBe('boards');
    expect(a.swings[0]!.comparison!.bands.some((x) => x.measure === 'trail.contact.p7')).toBeTrue();
    expect(
      answer('judge', at('b.csv'), '--club', 'iron').swings[0]!.comparison!.bands.some(
        (x) => x.measure === 'trail.contact.p7',
      ),
    ).toBeFalse();
    expect(a.swings[0]!.cannotJudge!.find((c) => c.fault === 'weak-push')!.reason).toContain('horizontal forces');
  });

  it('converts without loss, and refuses what would lose data', () => {
    vilko('simulate', '--device', 'mat', at('m.npz'));
    expect(vilko('convert', at('m.npz'), at('m.vilko')).status).toBe(0);
    expect(answer('analyse', at('m.vilko')).swings[0]!.measures['load.trail.max']!.value).toEqual(
      answer('analyse', at('m.npz')).swings[0]!.measures['load.trail.max']!.value,
    );
    const lossy = vilko('convert', join(data, 'sample-plates.c3d'), at('p.npz'));
    expect(lossy.status).toBe(2);
    expect(lossy.stderr).toMatch(/^vilko: .*would be lost\n$/);
  });

  it('converts plates to C3D and back with the same numbers', () => {
    vilko('simulate', '--device', 'plates', '--fault', 'hangs-back', at('c.csv'));
    expect(vilko('convert', at('c.csv'), at('c.c3d')).status).toBe(0);
    const [a, b] = [answer('analyse', at('c.csv')), answer('analyse', at('c.c3d'))];
    for (const id of ['share.lead.p7', 'force.target.peak', 'torque.turn.peak'])
      expect(b.swings[0]!.measures[id]!.value as number)
        .withContext(id)
        .toBeCloseTo(a.swings[0]!.measures[id]!.value as number, 3);
    vilko('simulate', '--device', 'mat', at('c.npz'));
    const lossy = vilko('convert', at('c.npz'), at('m.c3d'));
    expect([lossy.status, lossy.stderr]).toEqual([
      2,
      jasmine.stringContaining('has a mat: write a .vilko bundle instead'),
    ]);
  });

  it('takes the feet from a recording of rocking on each, and says which it could not', () => {
    const build = { stature: 1.78, mass: 80 };
    const parts = (['stand', 'rock lead', 'rock trail'] as const).map(
      (does) =>
        standing({
          device: 'plates',
          handed: 'right',
          seed: 4,
          build,
          club: 'iron',
          does,
          seconds: does === 'stand' ? 2 : 8,
        }).recording,
    );
    const text = parts.map((r) =>
      new TextDecoder()
        .decode(writeRecording({ ...r, channels: {} }, 'x.csv'))
        .trim()
        .split('\n'),
    );
    const head = text[0]!.findIndex((l) => l.startsWith('time'));
    const rows = text.flatMap((lines) => lines.slice(head + 1)).map((l, k) => `${k / 1000}${l.slice(l.indexOf(','))}`);
    writeFileSync(at('rocking.csv'), [...text[0]!.slice(0, head + 1), ...rows].join('\n'));
    writeFileSync(at('rocked.csv'), writeRecording(simulate({ device: 'plates', seed: 4, build }).recording, 'x.csv'));
    const without = answer('analyse', at('rocked.csv')).swings[0]!.measures;
    const checked = answer('analyse', at('rocked.csv'), '--foot-check', at('rocking.csv')).swings[0]!.measures;
    expect([without['foot.lead.fwd.address']!.basis, checked['foot.lead.fwd.address']!.basis]).toEqual([
      'derived',
      'measured',
    ]);
    expect(Math.abs((checked['foot.lead.fwd.address']!.value as number) - 54)).toBeLessThan(12);
    const refused = vilko('analyse', at('rocked.csv'), '--foot-check', at('rocked.csv').replace('rocked', 'nowhere'));
    expect([refused.status, refused.stderr]).toEqual([2, jasmine.stringContaining('there is no such file')]);
  });

  it('reads rehearsals as such: found events only, measured and not judged', () => {
    const rehearsal = answer('judge', at('x.csv'), '--kind', 'slow').swings[0]!;
    expect([rehearsal.comparison, rehearsal.findings, rehearsal.cannotJudge]).toEqual([null as never, [], []]);
    expect(rehearsal.measures['share.lead.p4']!.value).not.toBeNull();
  });

  it('reads a whole-body path, and says for every number why it cannot be had', () => {
    expect(vilko('simulate', '--device', 'path', '--seed', '3', at('p.csv')).status).toBe(0);
    const a = answer('analyse', at('p.csv'));
    expect(a.device).toBe('path');
    for (const [id, m] of Object.entries(a.swings[0]!.measures))
      expect(m.value === null)
        .withContext(id)
        .toBe(m.basis === 'absent');
    expect([a.swings[0]!.measures['force.up.peak.ms']!.basis, a.swings[0]!.measures['force.up.peak']!.basis]).toEqual([
      'measured',
      'absent',
    ]);
    expect(vilko('convert', at('p.csv'), at('p.c3d')).stderr).toContain('a whole-body path');
  });

  it('prints the glossary that lies in docs', () => {
    const { stdout } = vilko('measures');
    const kept = readFileSync(fileURLToPath(new URL('../../docs/measures.md', import.meta.url)), 'utf8');
    expect(stdout.trimEnd()).withContext('npx vilko measures > docs/measures.md').toBe(kept.trimEnd());
    for (const id of MEASURE_IDS) expect(stdout).toContain(`\`${id}\``);
  });

  it('shows a table to people', () => {
    const { stdout, status } = vilko('judge', join(data, 'sample-plates.c3d'), '--stature', '1.78');
    expect(status).toBe(0);
    expect(stdout).toContain('Lead share, impact');
    expect(stdout).toContain('Against common-ground v2');
    expect(stdout).toContain('the trail foot never leaves the ground before impact');
  });

  it('answers 2 and one clear line, never a stack, for everything that cannot be', () => {
    writeFileSync(at('bad.csv'), 'time,p1_fx\n0,1\n');
    writeFileSync(at('empty.csv'), '');
    const wrong: [string[], RegExp][] = [
      [['analyse', at('nowhere.csv')], /there is no such file/],
      [['analyse', folder], /is a folder/],
      [['analyse', at('empty.csv')], /is empty/],
      [['analyse', at('bad.csv')], /plate 1 lacks p1_fy/],
      [['analyse', at('x.csv'), '--handed', 'both'], /--handed is one of right, left/],
      [['analyse', at('x.csv'), '--mass', 'heavy'], /--mass must be a number/],
      [['analyse', join(data, 'sample-plates.c3d'), '--axes', 'ball=+x,left=+x'], /different lab axes/],
      [['judge', at('x.csv'), '--pattern', 'mine'], /there is no pattern "mine"/],
      [['simulate', '--fault', 'sneeze', at('y.csv')], /--fault is one of/],
      [['simulate', '--device', 'plates', at('y.npz')], /would be lost/],
      [['analyse', at('x.csv'), '--kind', 'quick'], /--kind is one of full, half, slow/],
      [
        ['analyse', at('x.csv'), '--foot-check', join(data, 'sample-mat.npz')],
        /cannot check the feet: on a mat they are seen/,
      ],
      [['fly', at('x.csv')], /there is no command "fly"/],
      [['analyse', at('x.csv'), '--foo'], /foo/],
      [['analyse'], /name a recording/],
    ];
    for (const [args, message] of wrong) {
      const r = vilko(...args);
      expect(r.status).withContext(args.join(' ')).toBe(2);
      expect(r.stderr).withContext(args.join(' ')).toMatch(message);
      expect(r.stderr.trim().split('\n').length).withContext(r.stderr).toBe(1);
    }
  });

  it('answers 0 with no swing where there is none', () => {
    const quiet = readFileSync(at('x.csv'), 'utf8').split('\n').slice(0, 900).join('\n');
    writeFileSync(at('quiet.csv'), quiet);
    expect(answer('analyse', at('quiet.csv')).swings).toEqual([]);
  });
});
