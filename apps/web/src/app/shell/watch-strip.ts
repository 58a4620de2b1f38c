import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  OnDestroy,
  untracked,
} from '@angular/core';
import { RouterLink } from '@angular/router';
import { HotWorkStore } from '../data/hot-work.store';
import { hotWorkNow } from '../data/hot-work-now';
import { ticking } from '../time/ticking';
import { AlarmSound } from './alarm-sound';

/** Wherever one works on a job: areas with a flame or a watch, and a sound when somebody must go and look. */
@Component({
  selector: 'hp-watch-strip',
  imports: [RouterLink],
  template: `
    @if (running().length) {
      <aside aria-label="Fire watch">
        @for (a of running(); track a.id) {
          <a [routerLink]="['/job', jobId(), 'hot-work']" [class.due]="a.calls">
            {{ a.calls ? '▲ ' : '' }}{{ a.area }}: {{ a.says }}
          </a>
        }
      </aside>
    }
  `,
  host: { '(document:click)': 'sound.wake()', '[attr.data-sounding]': 'calls() ? "mind" : null' },
  styles: `
    aside {
      display: flex;
      flex-wrap: wrap;
      gap: var(--space-2) var(--space-6);
      padding: var(--space-2) var(--space-6);
      background: var(--tint);
    }
    a {
      color: var(--ink);
    }
    .due {
      color: var(--caution);
      font-weight: 600;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WatchStrip implements OnDestroy {
  readonly jobId = input.required<string>();
  private readonly store = inject(HotWorkStore);
  private readonly nowMs = ticking(5000);
  protected readonly sound = new AlarmSound();
  protected readonly running = computed(() =>
    this.store.areas().flatMap((work) => {
      const state = hotWorkNow(work, this.store.marks(), this.nowMs());
      if (state.stage === 'ended' || state.stage === 'not lit') return [];
      const minutes = Math.ceil((state.leftS ?? 0) / 60);
      const says = state.stage === 'watch' && !state.due ? `fire watch, ${minutes} min left` : state.says;
      const calls = state.due || state.stage === 'may end' || state.stage === 'fire';
      return [{ id: work.id, area: work.area, says, calls }];
    }),
  );
  protected readonly calls = computed(() => this.running().some((a) => a.calls));

  constructor() {
    effect(() => {
      const id = this.jobId();
      untracked(() => void this.store.load(id).catch(() => undefined));
    });
    effect(() => this.sound.sound(this.calls() ? 'mind' : null));
  }

  ngOnDestroy(): void {
    this.sound.sound(null);
  }
}
