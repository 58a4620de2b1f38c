import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { SayPipe } from '../units/say.pipe';
import { CONTINUITY_SOURCE, RANGE_SOURCE, sourceLine } from '@hephaist/core';
import { scaleLinear } from 'd3';
import type { BoardRow } from '../data/crew.store';

const x = scaleLinear().domain([0, 184]).range([0, 150]).clamp(true);

/** The crew against one joint on one day: may or may not, why, and how long each is still good. */
@Component({
  selector: 'hp-board',
  imports: [SayPipe],
  template: `
    <table class="plain sheet">
      <thead>
        <tr>
          <th>Brazer and range</th>
          <th>May</th>
          <th>Why</th>
          <th>Good through</th>
          <th>Days left</th>
          <th class="number">Joints of this job</th>
        </tr>
      </thead>
      <tbody>
        @for (row of rows(); track row.brazer.id) {
          <tr>
            <td>
              <strong>{{ row.brazer.name }}</strong> <span class="quiet mark">mark {{ row.brazer.mark }}</span>
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
            <td>
              {{ row.permission.continuity.goodThrough ?? '–' }}
              @if (row.permission.continuity.lastLabel; as last) {
                <p class="quiet">last: {{ last }}, {{ row.permission.continuity.lastDay }}</p>
              }
            </td>
            <td>
              @if (left(row); as l) {
                <svg viewBox="0 0 156 28" width="156" height="28" role="img" [attr.aria-label]="l.words">
                  <rect x="0" y="18" width="150" height="5" class="track" />
                  <rect x="0" y="18" [attr.width]="l.width" height="5" [attr.class]="l.tone" />
                  @for (t of ticks; track t) {
                    <path [attr.d]="'M' + at(t) + ' 16 v9'" class="tick" />
                  }
                  <text x="0" y="11" [attr.class]="'says ' + l.tone">{{ l.words }}</text>
                </svg>
              }
            </td>
            <td class="number">{{ coverage().get(row.brazer.id) ?? 0 }} of {{ total() }}</td>
          </tr>
        } @empty {
          <tr>
            <td colspan="6" class="quiet">No brazer on file, or the joint has no plan.</td>
          </tr>
        }
      </tbody>
    </table>
    <p class="quiet">{{ range }}. {{ continuity }}. Ticks at 7, 30 and 60 days. Check the current code book.</p>
  `,
  styles: `
    .mark {
      display: block;
    }
    td:nth-child(2),
    td:nth-child(4) {
      white-space: nowrap;
    }
    .track {
      fill: var(--hairline);
    }
    rect.fine {
      fill: var(--fine);
    }
    rect.caution {
      fill: var(--caution);
    }
    rect.refused {
      fill: var(--refused);
    }
    .tick {
      stroke: var(--mid);
    }
    .says {
      font-size: 12.5px;
    }
    text.fine {
      fill: var(--fine);
    }
    text.caution {
      fill: var(--caution);
    }
    text.refused {
      fill: var(--refused);
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
  protected readonly ticks = [7, 30, 60];
  protected readonly at = (days: number): number => x(days);
  protected readonly range = sourceLine(RANGE_SOURCE);
  protected readonly continuity = `Continuity: ${CONTINUITY_SOURCE.note ?? ''} (${sourceLine(CONTINUITY_SOURCE)})`;

  protected left(row: BoardRow): { width: number; tone: string; words: string } | null {
    const days = row.permission.continuity.daysLeft;
    if (days === null) return null;
    const tone = days < 0 ? 'refused' : days <= 30 ? 'caution' : 'fine';
    const words = days < 0 ? `✕ lapsed ${-days} days ago` : days <= 30 ? `▲ ${days} days left` : `${days} days left`;
    return { width: Math.max(0, x(days)), tone, words };
  }
}
