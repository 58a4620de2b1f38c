import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatChipsModule } from '@angular/material/chips';
import { MatDialog } from '@angular/material/dialog';
import type { Joint } from '@hephaist/contracts/records/joint';
import type { JointPlan } from '@hephaist/core/joint/plan';
import type { Finding } from '@hephaist/core/selection/facts';
import type { FillerJudgement } from '@hephaist/core/selection/select';
import { sourceLine } from '@hephaist/core/source/source';
import { Ways } from '../answer/ways';
import { JobStore } from '../data/job.store';
import { SayPipe } from '../units/say.pipe';

/** Every other filler class: allowed ones by rank, refused ones struck through; pick one to read why. */
@Component({
  selector: 'hp-other-rods',
  imports: [MatButtonModule, MatChipsModule, SayPipe, Ways],
  template: `
    <h2>
      Other rods <span class="quiet">· {{ allowed().length }} allowed, {{ refused().length }} refused</span>
    </h2>
    <mat-chip-listbox
      aria-label="Other rods"
      hideSingleSelectionIndicator
      [value]="asked()"
      (change)="asked.set($event.value ?? asked())"
    >
      @for (j of allowed(); track j.filler.id) {
        <mat-chip-option [value]="j.filler.id">{{ j.filler.id }}</mat-chip-option>
      }
      @for (j of refused(); track j.filler.id) {
        <mat-chip-option class="no" [value]="j.filler.id">
          <s>{{ j.filler.id }}</s><span class="visually-hidden"> refused</span>
        </mat-chip-option>
      }
    </mat-chip-listbox>
    @if (shown(); as j) {
      <div class="why">
        <strong>{{ j.filler.id }}</strong> {{ j.filler.iso ? '· ' + j.filler.iso : '' }}
        {{ j.filler.isoUnsure ? '(ISO name not sure)' : '' }} · {{ j.verdict
        }}{{ j.rank ? ', ' + j.score.toFixed(0) + ' points' : '' }}
        @for (f of worst(j); track f.rule) {
          <p>
            <span [class]="f.effect">{{ f.effect === 'refuse' ? '✕' : f.effect === 'caution' ? '▲' : '●' }}</span>
            {{ f.says | say }} <span class="quiet">{{ source(f) }}</span>
          </p>
        }
        @if (j.verdict === 'refused' && !jointRefused()) {
          <hp-ways [joint]="joint()" [fillerId]="j.filler.id" />
        }
        <p>
          @if (j.verdict === 'allowed') {
            <button matButton="outlined" (click)="insist(j.filler.id)">Take this rod</button>
          }
          <button matButton="outlined" (click)="compare(j.filler.id)">Compare with {{ against(j.filler.id) }}</button>
        </p>
      </div>
    }
    @if (joint().fillerId) {
      <p><button matButton="outlined" (click)="insist(null)">Let the plan choose again</button></p>
    }
    @if (joint().fillerId && plan().selection.chosen?.filler?.id !== joint().fillerId) {
      <p class="caution">▲ {{ joint().fillerId }} was asked for, but a rule refuses it here.</p>
    }
    <p class="quiet">{{ plan().selection.solders[0]?.says | say }}</p>
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      gap: var(--space-3);
    }
    .no {
      --mat-chip-label-text-color: var(--refused);
      --mat-chip-outline-color: var(--hairline);
    }
    .why {
      border-left: 3px solid var(--copper);
      padding-left: var(--space-4);
    }
    .refuse {
      color: var(--refused);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class OtherRods {
  readonly joint = input.required<Joint>();
  readonly plan = input.required<JointPlan>();
  private readonly dialog = inject(MatDialog);
  private readonly store = inject(JobStore);
  protected readonly jointRefused = computed(() =>
    this.plan().selection.jointFindings.some((f) => f.effect === 'refuse'),
  );
  protected readonly allowed = computed(() => this.plan().selection.judgements.filter((j) => j.verdict === 'allowed'));
  protected readonly refused = computed(() => this.plan().selection.judgements.filter((j) => j.verdict === 'refused'));
  protected readonly asked = linkedSignal<string | null>(
    () => this.allowed()[0]?.filler.id ?? this.refused()[0]?.filler.id ?? null,
  );
  protected readonly shown = computed(
    () => this.plan().selection.judgements.find((j) => j.filler.id === this.asked()) ?? null,
  );
  /** What a rod is compared with: the chosen one, or the first allowed one where it is chosen itself. */
  protected readonly against = (id: string): string => {
    const first = this.plan().selection.judgements.find((j) => j.filler.id !== id);
    return first?.filler.id ?? id;
  };

  protected async compare(id: string): Promise<void> {
    const { CompareRods } = await import('./compare-rods');
    const serviceMaxK = this.store.lineOf().get(this.joint().lineId)?.serviceMaxK ?? 310;
    this.dialog.open(CompareRods, {
      data: { joint: this.joint(), plan: this.plan(), serviceMaxK, a: this.against(id), b: id },
      width: '1000px',
      maxWidth: '96vw',
      ariaLabelledBy: 'compare-title',
    });
  }

  protected insist(fillerId: string | null): void {
    void this.store.change('joint', [{ ...this.joint(), fillerId }]);
  }

  protected readonly source = (f: Finding): string => sourceLine(f.source);
  protected readonly worst = (j: FillerJudgement): Finding[] => {
    const bad = j.findings.filter((f) => f.effect === (j.verdict === 'refused' ? 'refuse' : 'caution'));
    return bad.length ? bad : j.findings.slice(0, 2);
  };
}
