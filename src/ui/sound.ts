import type { Cue } from '@/core/procedure/timing/score';

/** One tone: its pitch and length, and how long after the moment it begins. */
interface Tone {
  readonly hertz: number;
  readonly seconds: number;
  readonly after?: number;
}

/** What each cue sounds like, and how long it shakes: each is told from the others by rhythm and pitch both. */
const cueTones: Readonly<Record<Cue['is'], { readonly tones: readonly Tone[]; readonly shakeMs: number }>> = {
  lead: { tones: [{ hertz: 520, seconds: 0.07 }], shakeMs: 30 },
  tick: { tones: [{ hertz: 390, seconds: 0.04 }], shakeMs: 0 },
  act: { tones: [{ hertz: 1040, seconds: 0.22 }], shakeMs: 150 },
  letGo: {
    tones: [
      { hertz: 1040, seconds: 0.12 },
      { hertz: 620, seconds: 0.28, after: 0.12 },
    ],
    shakeMs: 400,
  },
};

/** Sounds are laid on the audio clock at least so long before they are heard: a busy page delays none of them. */
const aheadSeconds = 0.15;
const edgeSeconds = 0.006;
/** Between one round and the next. */
const pauseMs = 4000;

export interface Playing {
  /** Milliseconds since the first cue of the round that is heard now, by the audio clock; below 0 before it. */
  readonly at: () => number;
  /** From the first cue of a round to that of the next. */
  readonly roundMs: number;
  /** Which round it is, from 0. */
  readonly round: () => number;
  readonly stop: () => void;
}

/**
 * Plays cues by the audio clock. All sounds of a round are laid out before it begins, so that nothing on the page makes one late.
 * @param round whether it goes round again after a pause, until it is stopped
 * @param makeContext the clock that it plays by
 */
export function playCues(
  cues: readonly Cue[],
  lengthMs: number,
  round: boolean,
  makeContext: () => AudioContext = () => new AudioContext(),
): Playing {
  const audio = typeof AudioContext === 'undefined' ? undefined : makeContext();
  void audio?.resume();
  const seconds = () => audio?.currentTime ?? performance.now() / 1000;
  const start = seconds() + aheadSeconds;
  const roundSeconds = (lengthMs + pauseMs) / 1000;
  const shakes: ReturnType<typeof setTimeout>[] = [];
  let laid = 0;
  const lay = () => {
    const from = start + laid * roundSeconds;
    for (const { atMs, is } of cues) {
      if (audio) for (const tone of cueTones[is].tones) toneAt(audio, from + atMs / 1000, tone);
      const { shakeMs } = cueTones[is];
      if (shakeMs > 0)
        shakes.push(
          setTimeout(() => navigator.vibrate?.(shakeMs), Math.max(0, (from - seconds()) * 1000 + atMs)),
        );
    }
    laid += 1;
  };
  lay();
  const rounds = round
    ? setInterval(() => {
        // The next round is laid while this one is under way.
        if (seconds() > start + (laid - 1) * roundSeconds) lay();
      }, 500)
    : undefined;
  const roundNow = () => (round ? Math.max(0, Math.floor((seconds() - start) / roundSeconds)) : 0);
  return {
    at: () => (seconds() - start - roundNow() * roundSeconds) * 1000,
    roundMs: roundSeconds * 1000,
    round: roundNow,
    stop: () => {
      clearInterval(rounds);
      for (const shake of shakes) clearTimeout(shake);
      void audio?.close();
    },
  };
}

/** The end of something that was waited for: two short tones, where the device lets a page sound. */
export function chime(): void {
  if (typeof AudioContext === 'undefined') return;
  const audio = new AudioContext();
  toneAt(audio, audio.currentTime, { hertz: 660, seconds: 0.18 });
  toneAt(audio, audio.currentTime + 0.25, { hertz: 880, seconds: 0.18 });
  setTimeout(() => void audio.close(), 1000);
}

function toneAt(audio: AudioContext, at: number, { hertz, seconds, after = 0 }: Tone): void {
  const tone = audio.createOscillator();
  tone.frequency.value = hertz;
  // A tone that is cut off at once clicks.
  const swell = audio.createGain();
  swell.gain.setValueAtTime(0, at + after);
  swell.gain.linearRampToValueAtTime(1, at + after + edgeSeconds);
  swell.gain.setValueAtTime(1, at + after + seconds - edgeSeconds);
  swell.gain.linearRampToValueAtTime(0, at + after + seconds);
  tone.connect(swell).connect(audio.destination);
  tone.start(at + after);
  tone.stop(at + after + seconds);
}
