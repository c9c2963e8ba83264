import type { Drill } from '@vilko/core/drills/drill';
import { DRILLS } from '@vilko/core/drills/drills';
import type { OwnDrill } from '@vilko/core/drills/own-drill';
import { DrillActions } from '../../state/drills';
import { type House, openHouse, type Shown } from '../../testing/house';
import { bringDrill, photographOf } from './drill-file';
import { DrillForm, NEW_DRILL } from './drill-form';
import { Drills } from './drills';

const [first] = DRILLS as [Drill];
const drill: Drill = { ...first, id: 'ferry-step', name: 'Step off the ferry', tags: ['knee'] };
const own = (change: Partial<OwnDrill> = {}): OwnDrill => ({ drill, media: null, off: false, ...change });
const jsonFile = (x: unknown, name = 'a.json') => new File([typeof x === 'string' ? x : JSON.stringify(x)], name);

describe('Office › Drills', () => {
  it('finds drills by words and by what they are for, and shows the cautions', async () => {
    const c = await openHouse().show(Drills, { drillId: 'skater-hops' });
    expect(c.text()).toContain('Warm, dry, non-slip.');
    expect(c.text()).toContain('Not with trouble of: back, knee, hip, ankle, foot, balance, heart, pregnancy.');
    expect(c.text()).toContain('nothing here is medical advice');
    await c.set({ for: 'spin-out' });
    expect(c.all('nav li').map((li) => li.textContent.trim())).toEqual(
      DRILLS.filter((d) => d.for.includes('spin-out')).map((d) => d.name),
    );
  });

  it('keeps the house’s own first, says what was changed, and what lies off the shelf', async () => {
    const h = openHouse();
    h.dispatch(
      DrillActions.came({
        own: [
          own(),
          own({ drill: { ...first, gist: 'Said our way.' } }),
          own({ drill: { ...drill, id: 'old', name: 'Old one' }, off: true }),
        ],
      }),
    );
    const c = await h.show(Drills, { drillId: first.id });
    const names = c.all('nav li').map((li) => li.textContent.trim());
    expect([names[0], names[1], names.at(-1)]).toEqual(['Step off the ferry', `${first.name}, changed`, 'Old one']);
    expect(c.text()).toContain('Said our way.');
    await c.press('As it came');
    h.asked('DELETE', `/api/drills/${first.id}`).flush(own({ drill: { ...first, gist: 'Said our way.' }, off: true }));
    await c.set({});
    expect(h.said()).toBe(`${first.name} is as it came.`);
    expect(c.text()).toContain(first.gist);
    await c.set({ drillId: 'old' });
    await c.press('Put back on the shelf');
    expect(h.asked('POST', '/api/drills/old/restore').request.body).toBeNull();
    await c.set({ drillId: 'never-heard-of' });
    expect(c.text()).toContain('There is no such drill in this house.');
  });

  it('takes an own drill off the shelf, and offers the way back', async () => {
    const h = openHouse();
    h.dispatch(DrillActions.came({ own: [own()] }));
    const c = await h.show(Drills, { drillId: 'ferry-step' });
    await c.press('Take off the shelf');
    h.asked('DELETE', '/api/drills/ferry-step').flush(own({ off: true }));
    await c.set({});
    expect(h.said()).toBe('Step off the ferry was taken off the shelf.');
    expect(c.text()).toContain('your own, off the shelf');
  });

  it('saves what was changed with undo, and goes to what was copied', async () => {
    const h = openHouse();
    h.dispatch(DrillActions.came({ own: [] }));
    const c = await h.show(Drills, { drillId: first.id });
    await c.press('Change it');
    await c.fill('What it is, in one sentence', 'Said our way.');
    await c.press('Save');
    const saved = { ...first, gist: 'Said our way.' };
    const put = h.asked('PUT', `/api/drills/${first.id}`);
    expect(put.request.body).toEqual(saved);
    put.flush(own({ drill: saved }));
    await c.set({});
    expect(c.text()).toContain('comes with the application, changed');
    await c.press('Copy it');
    const copy = h.asked('POST', '/api/drills');
    expect((copy.request.body as Drill).name).toBe(`${first.name}, own`);
    copy.flush(own({ drill: { ...saved, id: 'copy-of-it' } }));
    expect(h.goes()).toContain('/office/drills/copy-of-it');
  });
});

describe('writing a drill', () => {
  let h: House;
  let c: Shown<DrillForm>;
  let saved: Drill[];
  beforeEach(async () => {
    h = openHouse();
    c = await h.show(DrillForm, { drill: NEW_DRILL, fresh: true });
    saved = [];
    c.component.saved.subscribe((d) => saved.push(d));
  });
  const check = async (words: string) => {
    const box = c
      .all('label')
      .find((l) => l.textContent.includes(words))!
      .querySelector('input')!;
    box.click();
    await c.set({});
  };
  const write = async () => {
    await c.fill('Name', 'Step off the ferry');
    await c.fill('What it is, in one sentence', 'As off a boat that leaves.');
    await c.fill('Steps, one a line', 'Feet together.\n\n  Step out. ');
  };

  it('says in one sentence what is missing, and keeps what is written', async () => {
    await c.fill('Name', 'Step off the ferry');
    await c.press('Save');
    expect(c.all('[role=alert]')[0]!.textContent).toContain(
      'What it is in one sentence is missing, and 1 more. Nothing was saved; what you wrote is still here.',
    );
    expect(saved).toEqual([]);
  });

  it('gives everything that a drill has: steps by line, equipment by comma, a test in its range', async () => {
    await write();
    await c.fill('Equipment, with commas between', 'a club, , a towel');
    await check('A number says when it is done');
    await c.fill('at least, %', '62,5');
    await c.fill('of swings', '12');
    await check('It hops');
    await c.press('Save');
    expect(saved.length).toBe(1);
    expect(saved[0]).toEqual(
      jasmine.objectContaining({
        id: 'step-off-the-ferry',
        steps: ['Feet together.', 'Step out.'],
        equipment: ['a club', 'a towel'],
        test: { measure: 'share.lead.p7', band: [62.5, null], k: 7, n: 12 },
        hops: true as const,
      }),
    );
  });

  it('refuses a range that is none, and a test of more than are made', async () => {
    await write();
    await check('A number says when it is done');
    await c.fill('at least, %', 'much');
    expect(c.text()).toContain('The ends of the test’s range are numbers; what was there before stays.');
    await c.fill('in', '30');
    await c.press('Save');
    expect(c.text()).toContain('The test: a test asks for more swings than are made.');
    expect(saved).toEqual([]);
  });

  it('draws its pictures as they are put together; two changes at once are both kept', async () => {
    await write();
    const words = c.all('vk-picture-form input')[0] as HTMLInputElement;
    words.value = 'The step';
    words.dispatchEvent(new Event('change'));
    const pressed = c.all('vk-picture-form fieldset select')[0] as HTMLSelectElement;
    pressed.value = 'inside';
    pressed.dispatchEvent(new Event('change'));
    await c.press('Add a thing');
    await c.press('Add a picture');
    const seen = c.all('vk-picture-form select').filter((s) => s.textContent.includes('as in a mirror'))[1]!;
    (seen as HTMLSelectElement).value = 'body';
    seen.dispatchEvent(new Event('change'));
    await c.set({});
    await c.fill('Hips to the target, mm', '900');
    await c.press('Save');
    const [a, b] = saved[0]!.pictures;
    expect([a!.words, a!.lead!.press, a!.things[0]!.kind, b!.body!.hips, b!.lead]).toEqual([
      'The step',
      'inside',
      'ball',
      -60,
      undefined,
    ]);
    expect(c.all('vk-picture svg').length).toBe(2);
  });

  it('is there again after the page was left', async () => {
    await write();
    const again = await h.show(DrillForm, { drill: NEW_DRILL, fresh: true });
    expect((again.all('textarea')[3] as HTMLTextAreaElement).value).toBe('Feet together.\nStep out.');
    expect(h.said()).toContain('was not kept yet: it is here again.');
  });
});

describe('a drill as a file', () => {
  it('is read with its photograph or without, also bare', async () => {
    const pixel = 'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==';
    const whole = { vilko: 'drill', version: 1, drill, photograph: `data:image/png;base64,${pixel}` };
    const read = await bringDrill(jsonFile(whole));
    if (typeof read === 'string') throw new Error(read);
    expect([read.drill, read.photograph!.type, read.photograph!.size]).toEqual([drill, 'image/png', 70]);
    expect(await bringDrill(jsonFile(drill))).toEqual({ drill, photograph: null });
    // what a browser can show is made a JPEG
    expect((await photographOf(read.photograph!)).type).toBe('image/jpeg');
  });

  const wrong: [string, unknown, string][] = [
    ['no JSON', 'a,b', 'a.json is not JSON. Nothing was changed.'],
    ['no drill', { id: 'x' }, 'a.json: its name is missing'],
    ['a part missing', { vilko: 'drill', drill: { ...drill, steps: [] } }, 'a.json: the steps are missing. Nothing'],
    [
      'another picture',
      { vilko: 'drill', drill, photograph: 'data:image/svg+xml;base64,AAAA' },
      'neither JPEG nor PNG',
    ],
    ['a number for a picture', { vilko: 'drill', drill, photograph: 7 }, 'neither JPEG nor PNG'],
  ];
  for (const [what, x, sentence] of wrong)
    it(`is refused in one sentence: ${what}`, async () =>
      expect(await bringDrill(jsonFile(x))).toEqual(jasmine.stringContaining(sentence)));

  it('says that a photograph cannot be shown', async () => {
    await expectAsync(photographOf(new Blob(['no picture']))).toBeRejectedWithError(
      'this browser cannot show the photograph',
    );
  });
});
