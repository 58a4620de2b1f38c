import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { fromDevice } from '../data/answers';
import { HeldPictures } from '../data/held-pictures';
import { Outbox } from '../data/outbox';
import { ago } from '../time/ago';
import { ticking } from '../time/ticking';
import { hereZone, localNow } from '../time/zone';
import { HeldList } from './held-list';
import { newerVersion, takeNewer } from './newer-version';

/** A line at the foot while entries wait for the server or were refused by it. Nothing typed is dropped silently. */
@Component({
  selector: 'hp-held-entries',
  imports: [MatButtonModule, HeldList],
  template: `
    <div aria-live="polite">
      @if (since(); as at) {
        <div class="foot-bar">
          <span class="caution">▲ No server: what stands here is of {{ at }}, from this device</span>
        </div>
      }
      @if (newer()) {
        <div class="foot-bar">
          <span>A newer version is on this device.</span>
          <button matButton="outlined" (click)="takeNewer()">Go over to it</button>
        </div>
      }
      @if (pictures.held().length) {
        <div class="foot-bar">
          <span class="caution"
            >▲ {{ pictures.held().length }} {{ pictures.held().length === 1 ? 'photograph' : 'photographs' }} held
            here</span
          >
          @for (p of refusedPictures(); track p.id) {
            <span class="refused">✕ refused: {{ p.refused?.detail }}</span>
            <button matButton="outlined" (click)="pictures.drop(p.id)">Discard it</button>
          }
        </div>
      }
      @if (outbox.held().length) {
        <div class="foot-bar">
          <span class="caution"
            >▲ {{ outbox.held().length }} {{ outbox.held().length === 1 ? 'entry' : 'entries' }} held here</span
          >
          <span class="quiet">kept in this browser; sent as soon as the server answers</span>
          <button matButton="outlined" (click)="open.set(!open())">{{ open() ? 'Hide' : 'Show' }}</button>
        </div>
        @if (open()) {
          @defer (on immediate) {
            <hp-held-list />
          }
        }
      }
    </div>
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class HeldEntries {
  protected readonly outbox = inject(Outbox);
  protected readonly pictures = inject(HeldPictures);
  protected readonly refusedPictures = computed(() => this.pictures.held().filter((p) => p.refused));
  protected readonly open = signal(false);
  protected readonly newer = newerVersion;
  protected readonly takeNewer = takeNewer;
  private readonly nowMs = ticking(30_000);
  /** Since when stands what is shown, where this device answered. */
  protected readonly since = computed(() => {
    const at = fromDevice();
    if (at === null) return null;
    return `${localNow(hereZone(), new Date(at)).replace('T', ' ')}, ${ago(this.nowMs() - at)}`;
  });
}
