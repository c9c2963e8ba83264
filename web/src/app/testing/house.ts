import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting, type TestRequest } from '@angular/common/http/testing';
import { provideZonelessChangeDetection, type Type } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { provideRouter, Router } from '@angular/router';
import { type Action, provideStore, Store } from '@ngrx/store';
import { provideHouseState } from '../state/house-state';
import { provideLessonState } from '../state/lesson-state';
import { noticeFeature } from '../state/notices';
import { LessonActions } from '../state/lesson';
import { lesson } from './samples';

/** The application's own state, effects and HTTP, with the wire in the test's hand. */
export interface House {
  readonly dispatch: (...actions: Action[]) => void;
  /** The one open request to a path; its body and its answer are the test's. */
  readonly asked: (method: string, path: string) => TestRequest;
  /** The newest open request to a path, if it has been asked by now. */
  readonly maybe: (method: string, path: string) => TestRequest | undefined;
  /** Nothing more was asked of the server. */
  readonly quiet: () => void;
  readonly said: () => string | undefined;
  readonly goes: () => string[];
  /** The component on the page, and its text, fields and buttons. */
  readonly show: <T>(what: Type<T>, inputs?: Record<string, unknown>) => Promise<Shown<T>>;
}

export interface Shown<T> {
  readonly component: T;
  readonly text: () => string;
  readonly all: (selector: string) => HTMLElement[];
  readonly press: (words: string | RegExp) => Promise<void>;
  /** Types into the field that a label names. */
  readonly fill: (label: string, value: string) => Promise<void>;
  readonly set: (inputs: Record<string, unknown>) => Promise<void>;
}

const clean = (text: string | null): string => (text ?? '').replace(/\s+/g, ' ').trim();

// what one spec leaves in the browser, a draft or a setting, is not there for the next
afterEach(() => {
  localStorage.clear();
  sessionStorage.clear();
});

/** Everything the browser has but the wire; `providers` are added for dialogs. */
export function openHouse(providers: unknown[] = []): House {
  TestBed.configureTestingModule({
    providers: [
      provideZonelessChangeDetection(),
      provideHttpClient(),
      provideHttpClientTesting(),
      provideRouter([]),
      provideStore({}),
      ...provideHouseState(),
      ...provideLessonState(),
      ...(providers as []),
    ],
  });
  const store = TestBed.inject(Store);
  const wire = TestBed.inject(HttpTestingController);
  const went = spyOn(TestBed.inject(Router), 'navigate').and.resolveTo(true);
  return {
    dispatch: (...actions) => actions.forEach((a) => store.dispatch(a)),
    asked: (method, path) => wire.expectOne((r) => r.method === method && r.url === path),
    maybe: (method, path) => wire.match((r) => r.method === method && r.url === path).at(-1),
    quiet: () => wire.verify(),
    said: () => store.selectSignal(noticeFeature.selectNotice)()?.text,
    goes: () => went.calls.allArgs().map(([commands]) => commands.join('/')),
    async show(what, inputs = {}) {
      const fixture = TestBed.createComponent(what);
      const root = fixture.nativeElement as HTMLElement;
      const set = async (values: Record<string, unknown>): Promise<void> => {
        for (const [name, value] of Object.entries(values)) fixture.componentRef.setInput(name, value);
        await fixture.whenStable();
      };
      await set(inputs);
      const all = (selector: string) => Array.from(root.querySelectorAll<HTMLElement>(selector));
      return {
        component: fixture.componentInstance,
        text: () => clean(root.innerText),
        all,
        async press(words) {
          const button = all('button, a').find((b) =>
            typeof words === 'string' ? clean(b.textContent) === words : words.test(clean(b.textContent)),
          );
          if (!button)
            throw new Error(
              `no button ${String(words)} among: ${all('button, a')
                .map((b) => clean(b.textContent))
                .join(' | ')}`,
            );
          button.click();
          await fixture.whenStable();
        },
        async fill(label, value) {
          const fields = 'input, select, textarea';
          const field =
            all('label')
              .find((l) => clean(l.textContent).startsWith(label))
              ?.querySelector<HTMLInputElement>(fields) ??
            (all(fields).find((f) => f.getAttribute('aria-label') === label) as HTMLInputElement | undefined);
          if (!field) throw new Error(`no field ${label}`);
          field.value = value;
          field.dispatchEvent(new Event('input', { bubbles: true }));
          field.dispatchEvent(new Event('change', { bubbles: true }));
          await fixture.whenStable();
        },
        set,
      };
    },
  };
}

/** A house with the sample lesson open. */
export function openLesson(more: Partial<typeof lesson> = {}, providers: unknown[] = []): House {
  const house = openHouse(providers);
  house.dispatch(LessonActions.came({ lesson: { ...lesson, ...more } }));
  return house;
}
