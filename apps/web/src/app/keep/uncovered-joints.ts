import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { inForce, type Procedure, statedProcedure } from '@hephaist/contracts/records/procedure';
import { beginProcedure, type JointToWriteFor } from '@hephaist/core/procedure/from-joints';
import { procedureGaps } from '@hephaist/core/procedure/support';
import { markRuns } from '@hephaist/core/words/mark-runs';
import { CrewStore } from '../data/crew.store';
import { newId } from '../data/outbox';
import { ShopStore } from '../data/shop.store';
import { WorkStore } from '../data/work.store';
import { StillPlanning } from '../layout/still-planning';
import { May } from '../signing/may';
import { SayPipe } from '../units/say.pipe';

type Joint = JointToWriteFor & { readonly mark: string };

/** Joints of the job that no released procedure covers, by what the nearest one lacks; one can be begun from them. */
@Component({
  selector: 'hp-uncovered-joints',
  imports: [MatButtonModule, May, SayPipe, StillPlanning],
  template: `
    @for (u of uncovered(); track u.why; let first = $first) {
      @if (first) {
        <h2 class="caution">▲ Joints that need a procedure that does not exist yet</h2>
      }
      <p>
        <strong>{{ u.joints.length }}: {{ u.marks }}</strong>
        <span class="quiet why">{{ u.why | say }}</span>
        <button
          *hpMay="'write:procedure'"
          matButton="outlined"
          [disabled]="work.pending() > 0"
          (click)="begin(u.joints)"
        >
          Begin one from {{ u.joints.length === 1 ? 'this joint' : 'these ' + u.joints.length }}
        </button>
      </p>
    } @empty {
      @if (!work.pending()) {
        <p class="fine">✓ Every joint of this job is covered by a released procedure.</p>
      }
    }
    <hp-still-planning />
  `,
  styles: `
    :host {
      display: grid;
      gap: var(--space-4);
      padding: var(--space-5) var(--space-6);
    }
    .why {
      display: block;
      margin-bottom: var(--space-2);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class UncoveredJoints {
  /** Name of the procedure that is begun. */
  readonly name = input.required<string>();
  readonly begun = output<Procedure>();
  private readonly crew = inject(CrewStore);
  protected readonly work = inject(WorkStore);
  private readonly tables = inject(ShopStore).tables;
  private readonly joints = computed(() =>
    this.work.work().map(({ joint, cover }): Joint => ({
      mark: joint.mark,
      asks: cover,
      metalIds: [joint.tube.metalId, joint.socket.metalId],
      standardId: joint.tube.standardId,
    })),
  );
  protected readonly uncovered = computed(() => {
    const released = inForce(this.crew.procedures()).flatMap((p) => statedProcedure(p) ?? []);
    const byWhy = new Map<string, Joint[]>();
    // What no rod serves needs another joint first, not a procedure.
    for (const j of this.joints().filter((x) => x.asks.fNumber !== null)) {
      const tried = released
        .map((s) => ({ s, gaps: procedureGaps(s, j.asks) }))
        .sort((a, b) => a.gaps.length - b.gaps.length);
      const nearest = tried[0];
      if (nearest?.gaps.length === 0) continue;
      const why = nearest ? `nearest ${nearest.s.name}: ${nearest.gaps.join('; ')}` : 'no released procedure';
      byWhy.set(why, [...(byWhy.get(why) ?? []), j]);
    }
    return [...byWhy].map(([why, joints]) => ({ why, joints, marks: markRuns(joints.map((j) => j.mark)).join(', ') }));
  });

  /** Begins one with all that these joints ask of it. */
  protected begin(joints: readonly Joint[]): void {
    const from = beginProcedure(joints, this.tables());
    if (!from) return;
    const { fNumbers, fluxIds, variables } = from;
    this.begun.emit({
      id: newId(),
      name: this.name(),
      revision: 'A',
      signedOn: null,
      oxygenLimit: null,
      note: '',
      fNumbers: [...fNumbers],
      fluxIds: [...fluxIds],
      variables,
    });
  }
}
