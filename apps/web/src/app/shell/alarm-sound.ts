/** What an alarm sounds like: a run of tones, so that it is known without looking. */
const TONES: Readonly<Record<'stop' | 'mind', readonly number[]>> = { stop: [880, 660, 880, 660], mind: [520] };
const TONE_S = 0.16;
/** How soon it sounds again while nobody has heard it. */
const AGAIN_MS: Readonly<Record<'stop' | 'mind', number>> = { stop: 2500, mind: 60_000 };
/** What it feels like in a pocket, where the device can shake: ms on and off. */
const SHAKES: Readonly<Record<'stop' | 'mind', readonly number[]>> = { stop: [300, 100, 300, 100, 300], mind: [200] };

/** Sounds while an alarm stands that nobody has heard. Browsers stay silent until somebody touched the page. */
export class AlarmSound {
  private context: AudioContext | null = null;
  private timer: ReturnType<typeof setInterval> | null = null;
  private level: 'stop' | 'mind' | null = null;
  /** Counts the runs of tones, so that a test can hear them. */
  played = 0;

  /** Call it from a touch, so that the browser lets it sound. */
  wake(): void {
    this.context ??= typeof AudioContext === 'undefined' ? null : new AudioContext();
    void this.context?.resume();
  }

  get silent(): boolean {
    return this.context?.state !== 'running';
  }

  sound(level: 'stop' | 'mind' | null): void {
    if (level === this.level) return;
    this.level = level;
    if (this.timer) clearInterval(this.timer);
    this.timer = null;
    if (!level) return;
    this.play(level);
    this.timer = setInterval(() => this.play(level), AGAIN_MS[level]);
  }

  private play(level: 'stop' | 'mind'): void {
    this.played += 1;
    globalThis.navigator?.vibrate?.([...SHAKES[level]]);
    const context = this.context;
    if (!context) return;
    TONES[level].forEach((hertz, i) => {
      const [tone, gain] = [context.createOscillator(), context.createGain()];
      const at = context.currentTime + i * TONE_S;
      tone.frequency.value = hertz;
      tone.type = 'square';
      gain.gain.setValueAtTime(0.0001, at);
      gain.gain.exponentialRampToValueAtTime(0.2, at + 0.02);
      gain.gain.exponentialRampToValueAtTime(0.0001, at + TONE_S);
      tone.connect(gain).connect(context.destination);
      tone.start(at);
      tone.stop(at + TONE_S);
    });
  }
}
