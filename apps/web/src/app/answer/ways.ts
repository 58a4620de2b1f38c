import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { lineConditions } from '@hephaist/contracts/records/conditions';
import type { Joint } from '@hephaist/contracts/records/joint';
import { type Way, waysToAllow } from '@hephaist/core/joint/changes';
import { saysOf } from '@hephaist/core/words/says-of';
import { JobStore } from '../data/job.store';
import { ShopStore } from '../data/shop.store';
import { SayPipe } from '../units/say.pipe';

/** What would make a refused rod possible: the nearest changes, each of which can be taken. */
@Component({
  selector: 'hp-ways',
  imports: [MatButtonModule, SayPipe],
  template: `
    <h3>What would make {{ fillerId() }} possible?</h3>
    <ul>
      @for (way of ways(); track $index) {
        <li>
          @for (c of way.changes; track c.says; let last = $last) {
            {{ c.says | say }}{{ last ? '.' : ', and ' }}
          }
          @if (takeable(way)) {
            <button matButton="outlined" (click)="take(way)">Do so</button>
          }
        </li>
      } @empty {
        <li>Nothing on the joint: what flows in the line forbids it.</li>
      }
    </ul>
    @if (failure(); as f) {
      <p class="says-problem" role="alert">✕ {{ f }}</p>
    }
  `,
  styles: `
    h3 {
      font-size: var(--type-small);
    }
    ul {
      padding-left: var(--space-6);
    }
    .mdc-button {
      padding: 0 var(--space-4);
      min-height: 24px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Ways {
  readonly joint = input.required<Joint>();
  readonly fillerId = input.required<string>();
  private readonly store = inject(JobStore);
  private readonly shop = inject(ShopStore);
  protected readonly failure = signal<string | null>(null);
  protected readonly ways = computed((): readonly Way[] => {
    const line = this.store.lineOf().get(this.joint().lineId);
    const job = this.store.job();
    return line && job ? waysToAllow(this.joint(), lineConditions(line, job), this.shop.shop(), this.fillerId()) : [];
  });

  /** A choice at the desk can be taken here; a new part or a new gap is work on the pipe, and cadmium asks for words. */
  protected readonly takeable = (way: Way): boolean => way.changes.every((c) => c.effort <= 2);

  protected async take(way: Way): Promise<void> {
    this.failure.set(null);
    try {
      await this.store.change('joint', [{ ...this.joint(), ...way.joint, fillerId: this.fillerId() }]);
    } catch (e) {
      this.failure.set(saysOf(e));
    }
  }
}
