import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { JointLog } from '@hephaist/contracts/records/joint-log';
import { cleanLeftS } from '@hephaist/core/joint-log/findings';
import { MAKING_SAYS } from '@hephaist/core/joint-log/makings';
import { wayTold } from '@hephaist/core/way/way-told';
import { capital } from '@hephaist/core/words/capital';
import { CrewStore } from '../data/crew.store';
import { JobStore } from '../data/job.store';
import { LogPhotos } from '../layout/log-photos';
import { Annul } from '../signing/annul';
import { SignaturesOf } from '../signing/signatures-of';
import { localNow } from '../time/zone';
import { UnitsStore } from '../units/units.store';

/** One entry of the log as it was filed. */
@Component({
  selector: 'hp-log-entry',
  imports: [Annul, LogPhotos, SignaturesOf],
  template: `
    @let l = log();
    <section [class.bad]="l.visual === 'rejected'" [class.gone]="annulled()">
      <strong
        >{{ l.visual === 'accepted' ? '✓' : '✕' }} {{ how() }} and
        {{ l.visual === 'accepted' ? 'accepted' : 'rejected' }}</strong
      >
      @for (line of lines(); track line) {
        <p>{{ line }}</p>
      }
      @if (l.visualReason) {
        <p class="refused">{{ l.visualReason }}. It may be repaired once, then cut out (NFPA 99, from memory).</p>
      }
      @if (l.pictureIds?.length) {
        <hp-log-photos [pictureIds]="l.pictureIds ?? []" [mark]="mark()" />
      }
      <p class="quiet">Looked at by {{ l.lookedBy }}.</p>
      @if (l.outOfRangeReason) {
        <p class="caution">▲ Out of range: {{ l.outOfRangeReason }}</p>
        <hp-signatures-of [record]="l" />
      }
      <hp-annul kind="log" [recordId]="l.id" [what]="'the log of ' + mark()" />
    </section>
  `,
  styles: `
    section {
      border-left: 4px solid var(--fine);
      padding: var(--space-1) var(--space-5);
    }
    .gone > strong,
    .gone > p {
      text-decoration: line-through;
      color: var(--mid);
    }
    .bad {
      border-color: var(--refused);
    }
    p {
      font-size: var(--type-small);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LogEntry {
  readonly log = input.required<JointLog>();
  readonly mark = input.required<string>();
  private readonly crew = inject(CrewStore);
  private readonly units = inject(UnitsStore);
  private readonly zone = inject(JobStore).timeZone();

  protected readonly annulled = computed(() => this.crew.annulled().has(this.log().id));
  protected readonly how = computed(() => {
    const madeAs = this.log().madeAs ?? 'first';
    const words = madeAs === 'first' ? 'brazed' : MAKING_SAYS[madeAs];
    return words[0]?.toUpperCase() + words.slice(1);
  });
  protected readonly lines = computed((): string[] => {
    const l = this.log();
    const at = (instant: string): string => localNow(this.zone, new Date(instant)).replace('T', ' ');
    const name = this.crew.brazers().find((b) => b.id === l.brazerId)?.name ?? 'someone no longer on file';
    const procedure = this.crew.procedures().find((p) => p.id === l.procedureId);
    const cleanS = l.cleanedAt ? cleanLeftS(Date.parse(l.cleanedAt), Date.parse(l.brazedAt)) : null;
    const part = (words: string, lot: string | undefined): string => (lot ? `${words}, lot ${lot}` : words);
    const told = wayTold(l.steps);
    const nitrogen = [
      l.nitrogenLot ? `lot ${l.nitrogenLot}` : '',
      l.nitrogenFlow == null ? '' : this.units.show(l.nitrogenFlow, 'flow'),
      l.nitrogenStoppedAt ? `stopped ${at(l.nitrogenStoppedAt).slice(11)}` : '',
    ].filter(Boolean);
    return [
      `${name}, ${at(l.brazedAt)}${procedure ? `, to ${procedure.name} rev ${procedure.revision}` : ''}`,
      `${part(l.fillerId, l.fillerLot)}${l.oxygen === null ? '' : `, oxygen ${(l.oxygen * 100).toFixed(2)} %`}`,
      ...(l.fluxId ? [part(`Flux ${l.fluxId}`, l.fluxLot)] : []),
      ...(nitrogen.length ? [`Nitrogen ${nitrogen.join(', ')}`] : []),
      ...(l.cleanedAt && cleanS !== null
        ? [`Cleaned ${at(l.cleanedAt)}, ${((8 * 3600 - cleanS) / 3600).toFixed(1)} h before`]
        : []),
      ...(told ? [capital(told)] : []),
      ...(l.place ? [l.place] : []),
    ];
  });
}
