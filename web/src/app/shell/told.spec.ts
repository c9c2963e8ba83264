import { TestBed } from '@angular/core/testing';
import { Told, toldOf } from './told';

const touch = (type: string, el: Element, x = 100, y = 200): void => {
  el.dispatchEvent(
    new PointerEvent(type, { bubbles: true, pointerType: 'touch', clientX: x, clientY: y, cancelable: true }),
  );
};
const bubble = (): string | undefined => document.querySelector('.told')?.textContent;
const rest = (ms: number): Promise<void> => new Promise((done) => setTimeout(done, ms));

describe('what is told on hover', () => {
  let box: HTMLElement;
  let pressed: number;
  beforeEach(() => {
    TestBed.inject(Told);
    pressed = 0;
    box = document.createElement('div');
    box.innerHTML = `<button title="Star this swing: S">★</button>
      <svg width="20" height="20"><g><title>P4, the top</title><rect width="20" height="20" /></g></svg>
      <p class="one-line" style="display:block;width:60px;height:16px;line-height:16px;overflow:hidden">never loads the trail foot</p>
      <i>nothing</i>`;
    document.body.append(box);
    box.querySelector('button')!.addEventListener('click', () => pressed++);
  });
  afterEach(() => box.remove());

  it('is a title, that of a drawing, or the whole of a line that is cut; else nothing', () => {
    expect(toldOf(box.querySelector('button'))).toBe('Star this swing: S');
    expect(toldOf(box.querySelector('rect'))).toBe('P4, the top');
    expect(toldOf(box.querySelector('p'))).toBe('never loads the trail foot');
    expect(toldOf(box.querySelector('i'))).toBe('');
  });
  it('is told to a finger that rests, and what it rests on is not pressed; the next touch takes it away', async () => {
    const button = box.querySelector('button')!;
    touch('pointerdown', button);
    await rest(560);
    expect(bubble()).toBe('Star this swing: S');
    touch('pointerup', button);
    button.click();
    expect(pressed).toBe(0);
    touch('pointerdown', box.querySelector('i')!);
    expect(bubble()).toBeUndefined();
    touch('pointerup', box);
    button.click();
    expect(pressed).toBe(1);
  });
  it('is not told to a finger that moves on or lifts early', async () => {
    const button = box.querySelector('button')!;
    touch('pointerdown', button);
    touch('pointermove', button, 140);
    await rest(560);
    expect(bubble()).toBeUndefined();
    touch('pointerdown', button);
    touch('pointerup', button);
    await rest(560);
    expect(bubble()).toBeUndefined();
  });
  it('gives a cut line a title as the mouse comes over it', () => {
    const line = box.querySelector('p')!;
    line.dispatchEvent(new PointerEvent('pointerover', { bubbles: true, pointerType: 'mouse' }));
    expect(line.title).toBe('never loads the trail foot');
  });
});
