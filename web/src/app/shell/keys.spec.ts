import {
  provideZonelessChangeDetection,
  createEnvironmentInjector,
  EnvironmentInjector,
  runInInjectionContext,
} from '@angular/core';
import { Dialog } from '@angular/cdk/dialog';
import { TestBed } from '@angular/core/testing';
import { keyName, Keys } from './keys';

describe('keys', () => {
  let keys: Keys;
  const pressed: string[] = [];
  const press = (key: string, more: KeyboardEventInit = {}, on: Element = document.body): KeyboardEvent => {
    const e = new KeyboardEvent('keydown', { key, cancelable: true, bubbles: true, ...more });
    on.addEventListener('keydown', (x) => keys.handle(x as KeyboardEvent), { once: true });
    on.dispatchEvent(e);
    return e;
  };
  /** A view with its keys, and how it is left. */
  const view = (title: string, ...names: string[]) => {
    const scope = createEnvironmentInjector([], TestBed.inject(EnvironmentInjector));
    runInInjectionContext(scope, () =>
      keys.use(
        title,
        names.map((key) => ({ key, words: key, run: () => pressed.push(`${title}:${key}`) })),
      ),
    );
    return () => scope.destroy();
  };
  beforeEach(() => {
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] });
    keys = TestBed.inject(Keys);
    pressed.length = 0;
  });

  it('go to the newest view that knows them, and are taken from the browser', () => {
    view('Everywhere', '?', 's');
    view('Read', 's');
    expect(press('s').defaultPrevented).toBeTrue();
    press('S');
    press('?');
    expect(pressed).toEqual(['Read:s', 'Read:s', 'Everywhere:?']);
    expect(press('q').defaultPrevented).toBeFalse();
  });
  it('are given back when the view is left', () => {
    const leave = view('Read', 'j');
    expect(keys.shown().map((g) => g.title)).toEqual(['Read']);
    leave();
    press('j');
    expect([pressed.length, keys.shown().length]).toEqual([0, 0]);
  });
  it('leave fields, buttons and the browser’s own combinations alone', () => {
    view('Record', 'b', ' ');
    const box = document.body.appendChild(document.createElement('div'));
    box.innerHTML = '<input><button>x</button>';
    press('b', {}, box.querySelector('input')!);
    press(' ', {}, box.querySelector('button')!);
    press('b', { ctrlKey: true });
    expect(pressed).toEqual([]);
    press('b', {}, box.querySelector('button')!);
    expect(pressed).toEqual(['Record:b']);
    box.remove();
  });
  it('act in the dialog that is open and nowhere beneath it; the page before the house', () => {
    const dialogs: unknown[] = [];
    spyOnProperty(TestBed.inject(Dialog), 'openDialogs').and.returnValue(dialogs as never);
    view('Record', 'Delete', 'd');
    runInInjectionContext(TestBed.inject(EnvironmentInjector), () =>
      keys.use('Everywhere', [{ key: 'd', words: 'd', run: () => pressed.push('Everywhere:d') }], 'house'),
    );
    press('d');
    dialogs.push({});
    press('Delete');
    press('d');
    expect(pressed).toEqual(['Record:d']);
    runInInjectionContext(TestBed.inject(EnvironmentInjector), () =>
      keys.use('Card', [{ key: 'x', words: 'x', run: () => pressed.push('Card:x') }], 'dialog'),
    );
    press('x');
    expect(pressed).toEqual(['Record:d', 'Card:x']);
  });
  it('are the page’s on a link that has the focus, but for the one that opens it', () => {
    view('Record', ' ', 'Enter');
    const box = document.body.appendChild(document.createElement('div'));
    box.innerHTML = '<a href="#x">x</a>';
    press(' ', {}, box.querySelector('a')!);
    press('Enter', {}, box.querySelector('a')!);
    expect(pressed).toEqual(['Record: ']);
    box.remove();
  });
  it('are named as the keyboard names them', () => {
    expect(['ArrowLeft', ' ', 'PageDown', 'x'].map(keyName)).toEqual(['←', 'Space', 'Page ↓', 'x']);
  });
});
