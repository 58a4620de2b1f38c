import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import { SayPipe } from '../units/say.pipe';
import { certaintyTag, sourceLine, type Finding, type JointPlan } from '@hephaist/core';

const ORDER = { refuse: 0, caution: 1, note: 2 } as const;

/** Why: what the rules say of the joint and of its rod, worst first, each with its certainty and source. */
@Component({
  selector: 'hp-joint-reasons',
  imports: [RouterLink, SayPipe],
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
          <details>
            <summary>Ranked first with {{ total() }} points</summary>
            <table class="plain">
              <tbody>
                @for (line of score(); track line.id) {
                  <tr>
                    <td>{{ line.says }}</td>
                    <td class="number">{{ line.points > 0 ? '+' : '' }}{{ line.points.toFixed(1) }}</td>
                  </tr>
                }
              </tbody>
            </table>
          </details>
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
      gap: 4px;
      padding: 4px 0;
      border-bottom: 1px solid var(--hairline);
    }
    .source {
      font-size: 13px;
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
    const { selection } = this.plan();
    return [...selection.jointFindings, ...(selection.chosen?.findings ?? [])].sort(
      (a, b) => ORDER[a.effect] - ORDER[b.effect],
    );
  });
  protected readonly score = computed(() =>
    [...(this.plan().selection.chosen?.scoreLines ?? [])].sort((a, b) => b.points - a.points),
  );
  protected readonly total = computed(() => (this.plan().selection.chosen?.score ?? 0).toFixed(0));
  protected readonly mark = (f: Finding): string => ({ refuse: '✕', caution: '▲', note: '●' })[f.effect];
  protected readonly tag = (f: Finding): string => certaintyTag(f.source);
  protected readonly source = (f: Finding): string => sourceLine(f.source);
}
