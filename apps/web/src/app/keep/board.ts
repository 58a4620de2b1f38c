import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import { CONTINUITY_SOURCE } from '@hephaist/core/qualification/continuity';
import { RANGE_SOURCE } from '@hephaist/core/qualification/range';
import type { RuleSet } from '@hephaist/core/rules/rule-sets';
import { sourceLine } from '@hephaist/core/source/source';
import type { BoardRow } from '../data/crew.store';
import { Cell } from '../layout/cell';
import { PaperLink } from '../layout/paper';
import { type Column, Table } from '../layout/table';
import { May } from '../signing/may';
import { SayPipe } from '../units/say.pipe';
import { BrazerActions } from './brazer-actions';
import { spanAround } from './span';
import { StandingStrip } from './standing-strip';

/** The crew against one joint on one day: may or may not, why, and how long each is still good. */
@Component({
  selector: 'hp-board',
  imports: [Cell, PaperLink, RouterLink, Table, SayPipe, StandingStrip, BrazerActions, May],
  template: `
    <hp-table class="sheet" [rows]="rows()" [columns]="columns()" empty="No brazer on file, or the joint has no plan.">
      <ng-template hpCell="who" [rows]="rows()" let-row>
        <a [routerLink]="['/follow', 'brazer', row.brazer.id]"
          ><strong>{{ row.brazer.name }}</strong></a
        >
        <span class="quiet mark">mark {{ row.brazer.mark }}</span>
        <div class="deeds">
          <hp-paper kind="brazer" [plain]="true" [id]="row.brazer.id">Card</hp-paper>
          <hp-brazer-actions *hpMay="'write:confirmation'" [row]="row" [rules]="rules()" [today]="today()" />
        </div>
      </ng-template>
      <ng-template hpCell="why" [rows]="rows()" let-row>
        @for (r of row.permission.reasons; track r) {
          <p>{{ r | say }}</p>
        }
      </ng-template>
      <ng-template hpCell="time" [rows]="rows()" let-row>
        <div class="time">
          <hp-standing-strip
            [record]="row.record"
            [rules]="rules()"
            [fNumber]="fNumber()"
            [span]="span()"
            [today]="today()"
            [on]="day()"
          />
          @if (row.permission.withdrawn) {
            <p class="refused">✕ withdrawn</p>
          } @else if (left(row); as l) {
            <p [class]="l.tone">{{ l.words }}</p>
          }
          @if (row.permission.continuity.lastLabel; as last) {
            <p class="quiet">last: {{ last }}, {{ row.permission.continuity.lastDay }}</p>
          }
          @for (c of row.covers; track c.fNumber + c.pNumbers.join()) {
            <p class="quiet">
              F-{{ c.fNumber }}, P-{{ c.pNumbers[0] }} to P-{{ c.pNumbers[1] }}: {{ c.positions.join(', ') }}
            </p>
          }
        </div>
      </ng-template>
    </hp-table>
    <p class="quiet law">
      {{ range }}. {{ continuity }}. A full bar is current, a thin line lapsed, crosses withdrawn; what is to come is as
      if nothing more were brazed. Check the current code book.
    </p>
  `,
  styles: `
    .mark {
      display: block;
    }
    .deeds {
      --mat-button-text-horizontal-padding: var(--space-2);
      display: flex;
      gap: var(--space-3);
    }
    .time {
      width: 270px;
    }
    .time p {
      font-size: var(--type-small);
    }
    .law {
      margin-top: var(--space-3);
    }
    hp-table p {
      font-size: var(--type-small);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Board {
  readonly rows = input.required<readonly BoardRow[]>();
  /** Joints of the job that each brazer may braze; null while they are being planned. */
  readonly coverage = input.required<ReadonlyMap<string, number> | null>();
  readonly total = input.required<number>();
  readonly rules = input.required<RuleSet>();
  /** Filler number that the joint asks for: medical gas counts each by itself. */
  readonly fNumber = input<string | null>(null);
  readonly day = input.required<string>();
  readonly today = input.required<string>();
  protected readonly span = computed(() => spanAround(this.today(), this.day()));
  protected readonly range = sourceLine(RANGE_SOURCE);
  protected readonly continuity = `Continuity: ${CONTINUITY_SOURCE.note ?? ''} (${sourceLine(CONTINUITY_SOURCE)})`;

  protected readonly columns = computed((): readonly Column<BoardRow>[] => [
    { id: 'who', head: 'Brazer', names: true },
    {
      id: 'may',
      head: 'May',
      text: (r) => (r.permission.may ? '✓ may' : '✕ may not'),
      tone: (r) => (r.permission.may ? 'fine' : 'refused'),
      beside: true,
    },
    { id: 'why', head: 'Why' },
    { id: 'time', head: `Range and days, ${this.span().from} to ${this.span().to}` },
    {
      id: 'joints',
      head: 'Joints of this job',
      text: (r) => `${this.coverage()?.get(r.brazer.id) ?? (this.coverage() ? 0 : '…')} of ${this.total()}`,
      number: true,
    },
  ]);

  protected left(row: BoardRow): { tone: string; words: string } | null {
    const { daysLeft: days, goodThrough } = row.permission.continuity;
    if (days === null) return null;
    const tone = days < 0 ? 'refused' : days <= 30 ? 'caution' : 'fine';
    const left = days < 0 ? `✕ lapsed ${-days} days ago` : days <= 30 ? `▲ ${days} days left` : `${days} days left`;
    return { tone, words: `${left}, good through ${goodThrough}` };
  }
}
