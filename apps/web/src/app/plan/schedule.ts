import { CdkVirtualScrollViewport, ScrollingModule } from '@angular/cdk/scrolling';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  output,
  signal,
  untracked,
  viewChild,
  type ElementRef,
} from '@angular/core';
import type { Joint } from '@hephaist/contracts';
import { JobStore } from '../data/job.store';
import { StateMark } from '../drawings/state-mark';
import { UnitsStore } from '../units/units.store';
import { ShorthandLine } from './shorthand-line';
import { metalWords, scheduleRows, sizeWords, stepFrom, type ScheduleRow } from './schedule-rows';

export const ROW_PX = 28;

interface Cells {
  readonly gap: string;
  readonly rod: string;
  readonly flux: string;
}

/** The schedule: every joint of the job under its line, walked by keyboard, only the rows in view drawn. */
@Component({
  selector: 'hp-schedule',
  imports: [ScrollingModule, ShorthandLine, StateMark],
  template: `
    <hp-shorthand-line (added)="grid.focus()" />
    @if (failure(); as f) {
      <p class="says-problem trouble" role="alert">
        ✕ {{ f }} <button class="button" (click)="failure.set(null)">Dismiss</button>
      </p>
    }
    <div class="tools">
      <input
        #finder
        type="search"
        placeholder="Find …"
        aria-label="Find in the schedule"
        [value]="find()"
        (input)="find.set(finder.value)"
        (keydown.arrowdown)="grid.focus()"
      />
      <button class="button" [disabled]="!store.done().length" (click)="undo()" title="Ctrl+Z">Undo</button>
      <button class="button" [disabled]="!store.undone().length" (click)="redo()" title="Ctrl+Y">Redo</button>
      <button class="button" (click)="rods.emit()">Rods</button>
      <button class="button" (click)="importCsv.emit()">CSV</button>
      <button class="button main" (click)="add.emit()">Add joint</button>
    </div>
    <div
      #grid
      class="grid"
      role="grid"
      tabindex="0"
      aria-label="Joints"
      [attr.aria-rowcount]="rows().length + 1"
      [attr.aria-activedescendant]="store.selected() ? 'row-' + store.selected()?.id : null"
      (keydown)="onKey($event)"
    >
      <div class="row head" role="row" aria-rowindex="1">
        @for (name of headings; track name) {
          <span role="columnheader" [class.number]="name === 'Gap/side'">{{ name }}</span>
        }
      </div>
      <cdk-virtual-scroll-viewport [itemSize]="rowPx" minBufferPx="400" maxBufferPx="800" tabindex="0" role="rowgroup">
        <div
          *cdkVirtualFor="let row of rows(); let i = index; trackBy: track"
          role="row"
          class="row"
          [class.heading]="row.kind === 'line'"
          [class.selected]="row.kind === 'joint' && row.joint.id === store.selected()?.id"
          [attr.aria-rowindex]="i + 2"
          [attr.aria-selected]="row.kind === 'joint' ? row.joint.id === store.selected()?.id : null"
          [attr.id]="row.kind === 'joint' ? 'row-' + row.joint.id : null"
          (click)="row.kind === 'joint' && store.select(row.joint.id)"
          (dblclick)="row.kind === 'joint' && edit.emit()"
        >
          @if (row.kind === 'line') {
            <span role="gridcell" class="line-name">{{ row.line.name }} · {{ row.count }}</span>
          } @else {
            @let cells = cellsOf(row.joint);
            @let state = store.stateOf()(row.joint);
            <strong role="gridcell">{{ row.joint.mark }}</strong>
            <span role="gridcell">{{ size(row.joint) }}</span>
            <span role="gridcell">{{ metals(row.joint) }}</span>
            <span role="gridcell">{{ row.joint.position }}</span>
            <span role="gridcell" class="number">{{ cells.gap }}</span>
            <span role="gridcell">{{ cells.rod }}</span>
            <span role="gridcell">{{ cells.flux }}</span>
            <span role="gridcell" class="state"><hp-state-mark [shape]="state.shape" />{{ state.word }}</span>
          }
        </div>
      </cdk-virtual-scroll-viewport>
    </div>
    @if (!rows().length) {
      <p class="quiet none">No joint matches “{{ find() }}”.</p>
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      min-height: 0;
      background: var(--sheet);
    }
    .tools {
      display: flex;
      gap: 8px;
      padding: 8px 14px;
      background: var(--paper);
    }
    input {
      flex: 1;
      min-width: 0;
      font: inherit;
      color: var(--ink);
      background: var(--sheet);
      border: 1px solid var(--line-strong);
      border-radius: 4px;
      padding: 3px 10px;
    }
    .grid {
      flex: 1;
      display: flex;
      flex-direction: column;
      min-height: 0;
    }
    .grid:focus-visible {
      outline-offset: -2px;
    }
    cdk-virtual-scroll-viewport {
      flex: 1;
      min-height: 0;
    }
    .row {
      display: grid;
      grid-template-columns: 52px 68px minmax(96px, 1fr) 74px 56px 60px 48px 94px;
      align-items: center;
      height: 28px;
      padding: 0 10px 0 14px;
      border-bottom: 1px solid var(--hairline);
      white-space: nowrap;
      cursor: default;
    }
    .row > * {
      overflow: hidden;
      text-overflow: ellipsis;
      padding-right: 6px;
    }
    .head {
      font-size: 13px;
      color: var(--mid);
      border-bottom-color: var(--line-strong);
      height: 26px;
    }
    .heading {
      background: var(--paper);
      font-weight: 600;
      grid-template-columns: 1fr;
    }
    .selected {
      background: var(--tint);
      box-shadow: inset 3px 0 0 var(--copper);
    }
    .number {
      text-align: right;
      padding-right: 10px;
    }
    .state {
      display: flex;
      gap: 6px;
      align-items: center;
    }
    .trouble {
      padding: 4px 14px;
      background: var(--paper);
    }
    .none {
      padding: 20px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Schedule {
  readonly add = output();
  readonly edit = output();
  readonly importCsv = output();
  readonly rods = output();

  protected readonly store = inject(JobStore);
  private readonly units = inject(UnitsStore);
  private readonly viewport = viewChild.required(CdkVirtualScrollViewport);
  private readonly finder = viewChild.required<ElementRef<HTMLInputElement>>('finder');
  protected readonly find = signal('');
  protected readonly failure = signal<string | null>(null);
  protected readonly rowPx = ROW_PX;
  protected readonly headings = ['Joint', 'Size', 'Tube · socket', 'Flow', 'Gap/side', 'Rod', 'Flux', 'State'];
  protected readonly rows = computed(() => scheduleRows(this.store.joints(), this.store.lines(), this.find()));
  protected readonly size = sizeWords;
  protected readonly metals = metalWords;
  protected readonly track = (_i: number, row: ScheduleRow): string =>
    row.kind === 'line' ? row.line.id : row.joint.id;

  constructor() {
    effect(() => {
      const id = this.store.selected()?.id;
      untracked(() => id && queueMicrotask(() => this.reveal(id)));
    });
  }

  protected cellsOf(joint: Joint): Cells {
    const plan = this.store.plan()(joint).plan;
    const chosen = plan?.selection.chosen;
    return {
      gap: plan ? this.units.show(plan.gap.sideM, 'gap', false).replace(/^0\./, '.') : '–',
      rod: chosen?.filler.id ?? 'none',
      flux: chosen?.flux?.id ?? '–',
    };
  }

  /** Scrolls the selected row into view when it is not. */
  private reveal(id: string): void {
    const index = this.rows().findIndex((r) => r.kind === 'joint' && r.joint.id === id);
    const view = this.viewport();
    const top = view.measureScrollOffset('top');
    const height = view.getViewportSize();
    if (index < 0 || height === 0) return;
    const y = index * ROW_PX;
    if (y < top + ROW_PX) view.scrollToOffset(Math.max(0, y - ROW_PX));
    else if (y + ROW_PX > top + height) view.scrollToOffset(y + 2 * ROW_PX - height);
  }

  /** Runs a step; a refusal is told here, and nothing is half-done. */
  private async attempt(step: Promise<unknown>): Promise<void> {
    this.failure.set(null);
    try {
      await step;
    } catch (e) {
      this.failure.set((e as Error).message);
    }
  }

  protected undo(): void {
    void this.attempt(this.store.undo());
  }

  protected redo(): void {
    void this.attempt(this.store.redo());
  }

  /** Takes the selected joint away; one step, so it can be undone. */
  private remove(): void {
    const joint = this.store.selected();
    if (!joint) return;
    const next = stepFrom(this.rows(), joint.id, 1) ?? stepFrom(this.rows(), joint.id, -1);
    void this.attempt(
      this.store.saveJoints([], [{ id: joint.id, seen: joint.version }]).then(() => {
        if (next && next.id !== joint.id) this.store.select(next.id);
      }),
    );
  }

  protected onKey(event: KeyboardEvent): void {
    const command = event.ctrlKey || event.metaKey;
    if (command && event.key === 'z' && !event.shiftKey) return this.undo();
    if (command && (event.key === 'y' || (event.key === 'Z' && event.shiftKey))) return this.redo();
    if (command || event.altKey) return;
    const steps: Record<string, number> = {
      ArrowDown: 1,
      ArrowUp: -1,
      PageDown: 12,
      PageUp: -12,
      Home: -1e6,
      End: 1e6,
    };
    const step = steps[event.key];
    if (step !== undefined) {
      const to = stepFrom(this.rows(), this.store.selected()?.id ?? null, step);
      if (to) this.store.select(to.id);
    } else if (event.key === 'Enter') this.edit.emit();
    else if (event.key === 'n') this.add.emit();
    else if (event.key === 'Delete') this.remove();
    else if (event.key === '/') this.finder().nativeElement.focus();
    else return;
    event.preventDefault();
  }
}
