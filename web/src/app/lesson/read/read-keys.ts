import type { KeyBinding } from '../../shell/keys';

/** Seconds of one step of the cursor. */
const STEP = 0.01;
const SMALL_STEP = 0.002;

/** What keys do on Read. */
export interface ReadActs {
  step(by: number): void;
  jump(direction: 1 | -1): void;
  markNearest(): void;
  /** Opens a panel under the Track, or the ledger again. */
  showPanel(panel: 'forces' | 'film' | 'quarters'): void;
  play(): void;
  /** s of one frame of the swing's films. */
  frame(): number;
  enterShot(): void;
  /** The swing's card: club, kind, whose it is. */
  openCard(): void;
  neighbour(by: 1 | -1): void;
  star(): void;
  nextAxis(): void;
  turnTrack(): void;
  showSchools(): void;
  ask(): void;
  showLegend(): void;
  remove(): void;
  /** Lets a run begin with this swing, or no more. */
  toggleRun(): void;
  /** Says of what is found that it is so, or takes that back. */
  confirm(): void;
}

/** The keys of Read, as its card lists them. */
export const readKeys = (acts: ReadActs): readonly KeyBinding[] => [
  {
    key: 'ArrowLeft',
    words: 'cursor back 10 ms, Shift: 2 ms',
    run: (e) => acts.step(e.shiftKey ? -SMALL_STEP : -STEP),
  },
  { key: 'ArrowRight', words: 'cursor on 10 ms, Shift: 2 ms', run: (e) => acts.step(e.shiftKey ? SMALL_STEP : STEP) },
  { key: '[', words: 'to the event before', run: () => acts.jump(-1) },
  { key: ']', words: 'to the next event', run: () => acts.jump(1) },
  { key: 'm', words: 'mark: nearest event to the cursor', run: () => acts.markNearest() },
  { key: 'f', words: 'forces in three planes, or ledger', run: () => acts.showPanel('forces') },
  { key: 'h', words: 'toes and heels: quarters of the feet, or ledger', run: () => acts.showPanel('quarters') },
  { key: 'v', words: 'film or ledger', run: () => acts.showPanel('film') },
  { key: ' ', words: 'play in slow motion, or stop', run: () => acts.play() },
  { key: ',', words: 'a frame back', run: () => acts.step(-acts.frame()) },
  { key: '.', words: 'a frame on', run: () => acts.step(acts.frame()) },
  { key: 'b', words: 'ball: enter this swing’s shot', run: () => acts.enterShot() },
  { key: 'e', words: 'card: club, kind, hand, note, whose it is', run: () => acts.openCard() },
  { key: 'PageDown', words: 'clicker: next swing', run: () => acts.neighbour(1) },
  { key: 'PageUp', words: 'clicker: star this swing', run: () => acts.star() },
  { key: 'j', words: 'next swing', run: () => acts.neighbour(1) },
  { key: 'k', words: 'swing before', run: () => acts.neighbour(-1) },
  { key: 's', words: 'star this swing', run: () => acts.star() },
  { key: 'x', words: 'time axis: eased, true, phase', run: () => acts.nextAxis() },
  { key: 't', words: 'turn the Track as the film sees it', run: () => acts.turnTrack() },
  { key: 'o', words: 'every school side by side', run: () => acts.showSchools() },
  { key: 'w', words: 'what if: change the push and see', run: () => acts.ask() },
  { key: 'l', words: 'legend in words', run: () => acts.showLegend() },
  { key: 'r', words: 'let a run begin with this swing, or no more', run: () => acts.toggleRun() },
  { key: 'c', words: 'confirm what is found, or take that back', run: () => acts.confirm() },
  { key: 'Delete', words: 'delete this swing (undo offered)', run: () => acts.remove() },
];
