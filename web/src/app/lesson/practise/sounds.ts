import { Injectable } from '@angular/core';

/** What is heard in the trainer; told apart by pitch and number, not by loudness. */
export type Cue = 'entered' | 'in' | 'early' | 'late' | 'squash' | 'beat' | 'accent';

/** Tones of a cue: Hz, and when, s. */
const CUES: Readonly<Record<Cue, readonly (readonly [hz: number, at: number])[]>> = {
  entered: [[660, 0]],
  in: [
    [660, 0],
    [990, 0.11],
  ],
  early: [
    [420, 0],
    [420, 0.14],
  ],
  late: [[260, 0]],
  squash: [[180, 0]],
  beat: [[520, 0]],
  accent: [[880, 0]],
};
const LASTS = 0.09;
const LOUD = 0.25;

/** Plays cues; silent until the first press on the page, as browsers ask. */
@Injectable({ providedIn: 'root' })
export class Sounds {
  private context: AudioContext | null = null;

  play(cue: Cue): void {
    const context = (this.context ??= new AudioContext());
    if (context.state === 'suspended') void context.resume();
    for (const [hz, at] of CUES[cue]) this.tone(context, hz, context.currentTime + at);
  }

  private tone(context: AudioContext, hz: number, at: number): void {
    const oscillator = context.createOscillator();
    const gain = context.createGain();
    oscillator.frequency.value = hz;
    // a soft edge: a bare start would click
    gain.gain.setValueAtTime(0, at);
    gain.gain.linearRampToValueAtTime(LOUD, at + 0.008);
    gain.gain.exponentialRampToValueAtTime(0.001, at + LASTS);
    oscillator.connect(gain).connect(context.destination);
    oscillator.start(at);
    oscillator.stop(at + LASTS);
  }
}
