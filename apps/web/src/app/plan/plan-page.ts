import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatDialog } from '@angular/material/dialog';
import { Router } from '@angular/router';
import { BroughtList, type JointList } from '../data/brought-list';
import { JobStore } from '../data/job.store';
import { openForm } from '../layout/ask-in';
import { May } from '../signing/may';
import { JointPlanView } from './joint-plan';
import { LineStrip } from './line-strip';
import { Schedule } from './schedule';

const WIDE_KEY = 'hephaist.wide';

/** Plan: the line across the top, the schedule at the left, the selected joint's plan at the right. */
@Component({
  selector: 'hp-plan-page',
  imports: [LineStrip, MatButtonModule, May, Schedule, JointPlanView],
  template: `
    <hp-line-strip
      [line]="line()"
      [joints]="lineJoints()"
      [selectedId]="store.selected()?.id ?? null"
      [stateOf]="store.stateOf()"
      (pick)="store.select($event)"
    />
    <div class="desk" [class.wide]="wide()">
      <hp-schedule
        [class.no-print]="!wide() && store.selected() !== null"
        [wide]="wide()"
        (add)="openForm(true)"
        (edit)="openForm(false)"
        (importCsv)="openCsv()"
        (rods)="openRods($event)"
        (setup)="openSetup()"
        (purge)="openPurge()"
        (wider)="widen()"
      />
      @if (wide()) {
        <h1 class="visually-hidden">Schedule of {{ store.job()?.name }}</h1>
      } @else if (store.selected(); as joint) {
        <hp-joint-plan [joint]="joint" (edit)="openForm(false)" />
      } @else {
        <section class="none">
          <h1>No joint yet.</h1>
          <p>
            Each joint you add stands in the schedule at the left, and here stands what it takes: rod, flux, gap,
            overlap, nitrogen, with the reasons.
          </p>
          <p>
            Say the first ones in the line above the schedule, how many, size and metals:
            <code>{{ store.lines().length ? '12x 7/8 cu-cu cpl horiz' : 'suction 12x 7/8 cu-cu cpl horiz' }}</code>
          </p>
          <p *hpMay="'write:joint'">
            <button matButton="outlined" (click)="store.lines().length ? openForm(true) : openSetup()">
              {{ store.lines().length ? 'Fill in a form instead' : 'Set up the lines first' }}
            </button>
            <button matButton="outlined" (click)="openCsv()">Bring a list in</button>
          </p>
        </section>
      }
    </div>
  `,
  styles: `
    @use 'scale';

    :host {
      display: flex;
      flex-direction: column;
      flex: 1;
      min-height: 0;
    }
    .desk {
      flex: 1;
      min-height: 0;
      display: grid;
      grid-template-columns: minmax(540px, 46%) 1fr;
    }
    .desk.wide {
      grid-template-columns: 1fr;
    }
    hp-schedule {
      border-right: 1px solid var(--hairline);
    }
    .none {
      padding: var(--space-7);
      max-width: 64ch;
      display: grid;
      gap: var(--space-4);
      align-content: start;
    }
    @media print {
      :host,
      .desk {
        display: block;
      }
    }
    @include scale.under(desk) {
      .desk {
        grid-template-columns: 1fr;
        grid-template-rows: max(45vh, 380px) auto;
      }
      :host {
        overflow: auto;
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PlanPage {
  protected readonly store = inject(JobStore);
  private readonly dialog = inject(MatDialog);
  private readonly router = inject(Router);
  /** The schedule takes the whole width, the plan is put away. */
  protected readonly wide = signal(localStorage.getItem(WIDE_KEY) === 'yes');

  protected readonly line = computed(() => this.store.lineOf().get(this.store.selected()?.lineId ?? ''));
  protected readonly lineJoints = computed(() =>
    this.store.joints().filter((j) => j.lineId === this.store.selected()?.lineId),
  );

  constructor() {
    const list = inject(BroughtList).take(this.store.jobId() ?? '');
    if (list) void this.openCsv(list);
  }

  protected async openForm(fresh: boolean): Promise<void> {
    const { JointForm } = await import('./joint-form');
    openForm(this.dialog, JointForm, { joint: this.store.selected(), fresh }, 'joint-form-title');
  }

  protected async openRods(jointIds: readonly string[]): Promise<void> {
    const { RodListView } = await import('./rod-list');
    this.dialog.open(RodListView, {
      data: { jointIds },
      width: '920px',
      maxWidth: '96vw',
      ariaLabelledBy: 'rod-list-title',
    });
  }

  protected widen(): void {
    this.wide.update((w) => !w);
    localStorage.setItem(WIDE_KEY, this.wide() ? 'yes' : 'no');
  }

  protected openPurge(): void {
    void this.router.navigate(['/job', this.store.jobId(), 'purge'], { queryParams: { line: this.line()?.id } });
  }

  protected async openSetup(): Promise<void> {
    const { JobSetup } = await import('../jobs/job-setup');
    this.dialog.open(JobSetup, { width: '920px', maxWidth: '96vw', ariaLabelledBy: 'job-setup-title' });
  }

  protected async openCsv(data: JointList | null = null): Promise<void> {
    const { CsvImport } = await import('./csv-import');
    this.dialog.open(CsvImport, { data, width: '760px', maxWidth: '96vw', ariaLabelledBy: 'csv-title' });
  }
}
