import { ChangeDetectionStrategy, Component, computed, input, model } from '@angular/core';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { localNow } from '../time/zone';
import { SayPipe } from '../units/say.pipe';
import type { Filed } from './together';

/** Joints that one confirmation files with another, each its own entry; one that asks more is filed by itself. */
@Component({
  selector: 'hp-filed-together',
  imports: [MatCheckboxModule, SayPipe],
  template: `
    <fieldset>
      <legend>Filed with it, each its own entry: {{ count() }}</legend>
      @for (f of filed(); track f.joint.id) {
        <p>
          <mat-checkbox
            [checked]="!f.against && !left().has(f.joint.id)"
            [disabled]="f.against !== null"
            (change)="tick(f.joint.id, $event.checked)"
            ><strong>{{ f.joint.mark }}</strong> {{ f.joint.tube.size }}, brazed
            {{ when(f.entry.brazedAt) }}</mat-checkbox
          >
          @if (f.against; as a) {
            <span class="refused">✕ by itself: {{ a | say }}</span>
          }
        </p>
      }
    </fieldset>
  `,
  styles: `
    fieldset {
      margin: 0;
      padding: var(--space-3) var(--space-4);
      border: 1px solid var(--hairline);
      border-radius: 8px;
    }
    legend {
      color: var(--mid);
      padding: 0 var(--space-2);
    }
    p {
      margin: 0;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FiledTogether {
  readonly filed = input.required<readonly Filed[]>();
  readonly zone = input.required<string>();
  /** Those left out by hand. */
  readonly left = model<ReadonlySet<string>>(new Set());
  protected readonly count = computed(
    () => this.filed().filter((f) => !f.against && !this.left().has(f.joint.id)).length,
  );
  protected readonly when = (at: string): string =>
    at ? localNow(this.zone(), new Date(at)).replace('T', ' ') : 'at no time yet';
  protected tick(id: string, on: boolean): void {
    const next = new Set(this.left());
    if (on) next.delete(id);
    else next.add(id);
    this.left.set(next);
  }
}
