// Sounds made in the browser: one for each kind of call, told apart without looking.
import type { Sound } from "./callouts";

type Tone = { hz: number; at: number; for: number; loud: number };

/** Look: two soft ones. Turn: three that rise. Off: high and low by turns. Late: a low one that insists. */
const TONES: Record<Sound, Tone[]> = {
  soon: [{ hz: 880, at: 0, for: 0.09, loud: 0.5 }],
  look: [
    { hz: 1046, at: 0, for: 0.14, loud: 0.7 },
    { hz: 1046, at: 0.24, for: 0.14, loud: 0.7 },
  ],
  turn: [523, 659, 880].map((hz, i) => ({ hz, at: 0.17 * i, for: 0.16, loud: 0.9 })),
  off: [1318, 784, 1318, 784, 1318].map((hz, i) => ({ hz, at: 0.2 * i, for: 0.18, loud: 1 })),
  late: [311, 311, 311].map((hz, i) => ({ hz, at: 0.36 * i, for: 0.28, loud: 1 })),
};

let context: AudioContext | null = null;

/** Wakes the sound: browsers want a tap for that. Answers whether it plays. */
export async function wakeSound(): Promise<boolean> {
  if (typeof AudioContext === "undefined") return false;
  context ??= new AudioContext();
  try {
    await context.resume();
  } catch {
    return false;
  }
  return context.state === "running";
}

export function soundIsAwake(): boolean {
  return context?.state === "running";
}

export function play(sound: Sound, volume: number): void {
  // A test, or a reader of the page, can tell what was played last.
  document.documentElement.dataset.called = sound;
  if (context?.state !== "running" || volume <= 0) return;
  const start = context.currentTime + 0.02;
  for (const tone of TONES[sound]) {
    const [osc, gain] = [context.createOscillator(), context.createGain()];
    osc.type = "triangle";
    osc.frequency.value = tone.hz;
    const [from, to] = [start + tone.at, start + tone.at + tone.for];
    gain.gain.setValueAtTime(0, from);
    gain.gain.linearRampToValueAtTime(0.6 * volume * tone.loud, from + 0.012);
    gain.gain.setValueAtTime(0.6 * volume * tone.loud, to - 0.03);
    gain.gain.linearRampToValueAtTime(0, to);
    osc.connect(gain).connect(context.destination);
    osc.start(from);
    osc.stop(to + 0.02);
  }
}
