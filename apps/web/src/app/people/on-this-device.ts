import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { onDevice } from '../data/answers';
import { HeldPictures } from '../data/held-pictures';
import { Outbox } from '../data/outbox';
import { ago } from '../time/ago';

/** A device this full is said to be, before it has no room. */
const NEARLY_FULL = 0.8;
const size = (bytes: number): string => {
  if (bytes < 1e6) return `${Math.max(1, Math.round(bytes / 1000))} kB`;
  return bytes < 1e9 ? `${(bytes / 1e6).toFixed(1)} MB` : `${(bytes / 1e9).toFixed(1)} GB`;
};

/** What is kept on this device for work with no network, with its size and age, and what waits to be sent. */
@Component({
  selector: 'hp-on-this-device',
  template: `
    <h2>On this device</h2>
    <p>{{ kept() }}</p>
    <p>{{ waits() }}</p>
    @if (room(); as r) {
      <p [class.caution]="r.nearlyFull">{{ r.nearlyFull ? '▲ ' : '' }}{{ r.says }}</p>
    }
    <p class="quiet">
      It is yours alone, good for a week with no network, and goes when you sign out or somebody ends this sign-in.
    </p>
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class OnThisDevice {
  private readonly outbox = inject(Outbox);
  private readonly pictures = inject(HeldPictures);
  private readonly answers = signal<Awaited<ReturnType<typeof onDevice>>>([]);
  protected readonly room = signal<{ readonly says: string; readonly nearlyFull: boolean } | null>(null);

  protected readonly kept = computed(() => {
    const all = this.answers();
    if (!all.length) return 'Nothing is kept here yet: open the job you go to.';
    const jobs = all.filter((a) => /^jobs\/[^/]+$/.test(a.path)).length;
    const bytes = all.reduce((sum, a) => sum + a.bytes, 0);
    const oldest = Math.min(...all.map((a) => a.at));
    const what = jobs === 1 ? 'One job' : `${jobs} jobs`;
    return `${what} with crew, tables and rigs: ${size(bytes)}, the oldest of it told ${ago(Date.now() - oldest)}.`;
  });
  protected readonly waits = computed(() => {
    const [entries, photos] = [this.outbox.held().length, this.pictures.held().length];
    const bytes = this.pictures.held().reduce((sum, p) => sum + p.picture.size, 0);
    return entries || photos
      ? `${entries} ${entries === 1 ? 'entry' : 'entries'} and ${photos} ${photos === 1 ? 'photograph' : 'photographs'} (${size(bytes)}) wait to be sent.`
      : 'Nothing waits to be sent.';
  });

  constructor() {
    void onDevice().then((all) => this.answers.set(all));
    void navigator.storage
      ?.estimate?.()
      .then(({ quota, usage = 0 }) => {
        if (!quota) return;
        const nearlyFull = usage / quota > NEARLY_FULL;
        const left = size(quota - usage);
        this.room.set({ nearlyFull, says: nearlyFull ? `Nearly full: ${left} left.` : `Room for ${left} more.` });
      })
      .catch(() => undefined);
  }
}
