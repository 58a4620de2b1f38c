import type { FlameKind } from '@hephaist/core/heat/flame';

/** How each flame sounds: the middle of its noise, Hz, how narrow, how loud. */
const SOUNDS: Readonly<Record<FlameKind, readonly [hertz: number, narrow: number, loud: number]>> = {
  carburising: [240, 0.7, 0.05],
  neutral: [620, 0.9, 0.08],
  oxidising: [2600, 1.6, 0.11],
};

/** The flame heard: soft with a feather, a hum when neutral, a hiss with too much oxygen. Silent until it is asked for. */
export class FlameSound {
  private context: AudioContext | null = null;
  private gain: GainNode | null = null;
  private filter: BiquadFilterNode | null = null;

  /** @param flame what burns; null where nothing does */
  hear(flame: { kind: FlameKind; farM: number } | null): void {
    if (!flame) {
      this.gain?.gain.setTargetAtTime(0, this.context?.currentTime ?? 0, 0.05);
      return;
    }
    const context = this.ready();
    if (!context || !this.gain || !this.filter) return;
    const [hertz, narrow, loud] = SOUNDS[flame.kind];
    const nearer = flame.farM < 0.004 ? 1.5 : 1;
    this.filter.frequency.setTargetAtTime(hertz, context.currentTime, 0.08);
    this.filter.Q.value = narrow;
    this.gain.gain.setTargetAtTime(loud * nearer, context.currentTime, 0.08);
  }

  stop(): void {
    void this.context?.close();
    [this.context, this.gain, this.filter] = [null, null, null];
  }

  private ready(): AudioContext | null {
    if (this.context || typeof AudioContext === 'undefined') return this.context;
    const context = new AudioContext();
    const noise = context.createBuffer(1, 2 * context.sampleRate, context.sampleRate);
    const samples = noise.getChannelData(0);
    for (let i = 0; i < samples.length; i++) samples[i] = 2 * Math.random() - 1;
    const source = context.createBufferSource();
    source.buffer = noise;
    source.loop = true;
    this.filter = context.createBiquadFilter();
    this.filter.type = 'bandpass';
    this.gain = context.createGain();
    this.gain.gain.value = 0;
    source.connect(this.filter).connect(this.gain).connect(context.destination);
    source.start();
    this.context = context;
    return context;
  }
}
