import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { MatExpansionModule } from '@angular/material/expansion';
import { RouterLink } from '@angular/router';
import type { JointPlan } from '@hephaist/core/joint/plan';
import type { Finding } from '@hephaist/core/selection/facts';
import { certaintyTag, sourceLine } from '@hephaist/core/source/source';
import { type Column, Table } from '../layout/table';
import { SayPipe } from '../units/say.pipe';

const ORDER = { refuse: 0, caution: 1, note: 2 } as const;

/** Why: what the rules say of the joint and of its rod, worst first, each with its certainty and source. */
@Component({
  selector: 'hp-joint-reasons',
  imports: [Table, MatExpansionModule, RouterLink, SayPipe],
  template: `
    <h2>Why</h2>
    <ul>
      @for (r of reasons(); track r.rule + r.says) {
        <li>
          <span [class]="r.effect" aria-hidden="true">{{ mark(r) }}</span>
          <span
            >{{ r.says | say }} <span class="visually-hidden">({{ r.effect }})</span></span
          >
          <span class="quiet source" [title]="source(r)">{{ tag(r) }}</span>
        </li>
      }
      @if (plan().restsOn.length) {
        <li>
          <span class="caution" aria-hidden="true">▲</span>
          <span>Rests on the company’s own values: {{ plan().restsOn.join(', ') }}.</span>
          <span class="quiet source">entered</span>
        </li>
      }
      @if (score().length) {
        <li class="sum">
          <span aria-hidden="true">●</span>
          <mat-expansion-panel togglePosition="before">
            <mat-expansion-panel-header>Ranked first with {{ total() }} points</mat-expansion-panel-header>
            <hp-table [rows]="score()" [columns]="points" [heads]="false" />
          </mat-expansion-panel>
          <a class="source" routerLink="/shop" [queryParams]="{ table: 'weights' }">weights</a>
        </li>
      }
      <li class="quiet">
        <span></span
        ><span
          >Points rank what the rules allow; our weights, practice. Check values from memory in the current edition;
          local codes and licensed practice govern.</span
        >
      </li>
    </ul>
  `,
  styles: `
    ul {
      list-style: none;
      padding: 0;
    }
    li {
      display: grid;
      grid-template-columns: 20px 1fr auto;
      gap: var(--space-2);
      padding: var(--space-2) 0;
      border-bottom: 1px solid var(--hairline);
    }
    .source {
      font-size: var(--type-small);
      max-width: 24ch;
      text-align: right;
    }
    .refuse {
      color: var(--refused);
    }
    .caution {
      color: var(--caution);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class JointReasons {
  readonly plan = input.required<JointPlan>();
  protected readonly reasons = computed(() => {
    const { selection, pressureFindings } = this.plan();
    return [...selection.jointFindings, ...pressureFindings, ...(selection.chosen?.findings ?? [])].sort(
      (a, b) => ORDER[a.effect] - ORDER[b.effect],
    );
  });
  readonly score = computed(() =>
    [...(this.plan().selection.chosen?.scoreLines ?? [])].sort((a, b) => b.points - a.points),
  );
  protected readonly points: readonly Column<ReturnType<JointReasons['score']>[number]>[] = [
    { id: 'says', head: 'For', text: (l) => l.says, names: true },
    { id: 'points', head: 'Points', text: (l) => `${l.points > 0 ? '+' : ''}${l.points.toFixed(1)}`, number: true },
  ];
  protected readonly total = computed(() => (this.plan().selection.chosen?.score ?? 0).toFixed(0));
  protected readonly mark = (f: Finding): string => ({ refuse: '✕', caution: '▲', note: '●' })[f.effect];
  protected readonly tag = (f: Finding): string => certaintyTag(f.source);
  protected readonly source = (f: Finding): string => sourceLine(f.source);
}
