import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { SayPipe } from '../units/say.pipe';
import { CONTINUITY_SOURCE, RANGE_SOURCE, sourceLine, type RuleSet } from '@hephaist/core';
import type { BoardRow } from '../data/crew.store';
import { spanAround } from './span';
import { May } from '../people/may';
import { BrazerActions } from './brazer-actions';
import { StandingStrip } from './standing-strip';

/** The crew against one joint on one day: may or may not, why, and how long each is still good. */
@Component({
  selector: 'hp-board',
  imports: [SayPipe, StandingStrip, BrazerActions, May],
  template: `
    <table class="plain sheet">
      <thead>
        <tr>
          <th>Brazer and range</th>
          <th>May</th>
          <th>Why</th>
          <th>{{ span().from }} to {{ span().to }}</th>
          <th class="number">Joints of this job</th>
        </tr>
      </thead>
      <tbody>
        @for (row of rows(); track row.brazer.id) {
          <tr>
            <td>
              <strong>{{ row.brazer.name }}</strong> <span class="quiet mark">mark {{ row.brazer.mark }}</span>
              <hp-brazer-actions *hpMay="'write:confirmation'" [row]="row" [rules]="rules()" [today]="today()" />
              @for (c of row.covers; track c.fNumber + c.pNumbers.join()) {
                <p class="quiet">
                  F-{{ c.fNumber }}, P-{{ c.pNumbers[0] }} to P-{{ c.pNumbers[1] }}: {{ c.positions.join(', ') }}
                </p>
              }
            </td>
            <td [class]="row.permission.may ? 'fine' : 'refused'">{{ row.permission.may ? '✓ may' : '✕ may not' }}</td>
            <td>
              @for (r of row.permission.reasons; track r) {
                <p>{{ r | say }}</p>
              }
            </td>
            <td class="time">
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
            </td>
            <td class="number">{{ coverage().get(row.brazer.id) ?? 0 }} of {{ total() }}</td>
          </tr>
        } @empty {
          <tr>
            <td colspan="5" class="quiet">No brazer on file, or the joint has no plan.</td>
          </tr>
        }
      </tbody>
    </table>
    <p class="quiet">
      {{ range }}. {{ continuity }}. A full bar is current, a thin line lapsed, crosses withdrawn; what is to come is as
      if nothing more were brazed. Check the current code book.
    </p>
  `,
  styles: `
    .mark {
      display: block;
    }
    td:nth-child(2) {
      white-space: nowrap;
    }
    .time {
      width: 270px;
    }
    .time p {
      font-size: 13px;
    }
    p.quiet {
      margin-top: 6px;
    }
    td p.quiet {
      margin: 0;
      font-size: 13px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Board {
  readonly rows = input.required<readonly BoardRow[]>();
  readonly coverage = input.required<ReadonlyMap<string, number>>();
  readonly total = input.required<number>();
  readonly rules = input.required<RuleSet>();
  /** Filler number that the joint asks for: medical gas counts each by itself. */
  readonly fNumber = input<string | null>(null);
  readonly day = input.required<string>();
  readonly today = input.required<string>();
  protected readonly span = computed(() => spanAround(this.today(), this.day()));
  protected readonly range = sourceLine(RANGE_SOURCE);
  protected readonly continuity = `Continuity: ${CONTINUITY_SOURCE.note ?? ''} (${sourceLine(CONTINUITY_SOURCE)})`;

  protected left(row: BoardRow): { tone: string; words: string } | null {
    const { daysLeft: days, goodThrough } = row.permission.continuity;
    if (days === null) return null;
    const tone = days < 0 ? 'refused' : days <= 30 ? 'caution' : 'fine';
    const left = days < 0 ? `✕ lapsed ${-days} days ago` : days <= 30 ? `▲ ${days} days left` : `${days} days left`;
    return { tone, words: `${left}, good through ${goodThrough}` };
  }
}
