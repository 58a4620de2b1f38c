import { ChangeDetectionStrategy, Component, inject, input, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { INSTRUMENT_UNCERTAINTY_M } from '@hephaist/core/fit-up/gap';
import { displayUnit } from '@hephaist/core/units/units';
import { UnitsStore } from '../units/units.store';

/**
 * A stand-in for a caliper that types: it reads a made-up part near the nominal size, types the reading into the
 * field that had the cursor, and moves to the next. A real caliper with a keyboard cable does the same by itself.
 */
@Component({
  selector: 'hp-caliper',
  imports: [MatButtonModule],
  template: `
    <span class="quiet">Caliper (stand-in, made-up parts):</span>
    <output aria-live="polite">{{ shown() }}</output>
    <button matButton="outlined" type="button" (mousedown)="$event.preventDefault()" (click)="send()">
      Type reading
    </button>
    <span class="quiet">{{ target() ? 'into ' + target() : 'put the cursor in a field first' }}</span>
  `,
  styles: `
    :host {
      display: flex;
      gap: var(--space-4);
      align-items: center;
    }
    output {
      font-weight: 600;
      min-width: 64px;
      text-align: right;
    }
  `,
  host: { '(document:focusin)': 'watch($event)', '(document:keydown.f8)': 'send(); $event.preventDefault()' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Caliper {
  readonly tubeM = input.required<number>();
  readonly socketM = input.required<number>();
  private readonly system = inject(UnitsStore).system();
  private box: HTMLInputElement | null = null;
  protected readonly target = signal('');
  protected readonly shown = signal('–');

  protected watch(event: FocusEvent): void {
    const box = event.target;
    if (!(box instanceof HTMLInputElement) || box.inputMode !== 'decimal') return;
    this.box = box;
    this.target.set(box.labels?.[0]?.textContent?.trim() ?? 'the field');
  }

  /** Types one reading: a half-gap field gets half the difference, a diameter field the part it names. */
  protected send(): void {
    const box = this.box;
    if (!box?.isConnected) return;
    const label = box.labels?.[0]?.textContent ?? '';
    const socket = /socket/i.test(label) || this.followsSocket(box);
    const noise = (Math.random() - 0.5) * 2 * INSTRUMENT_UNCERTAINTY_M.caliper;
    const si = /gap/i.test(label)
      ? Math.abs(this.socketM() - this.tubeM() + noise) / 2
      : (socket ? this.socketM() : this.tubeM()) + noise;
    const unit = displayUnit(/gap/i.test(label) ? 'gap' : 'diameter', this.system);
    const text = unit.fromSi(si).toFixed(this.system === 'us' ? 4 : 2);
    this.shown.set(`${text} ${unit.symbol}`);
    box.value = text;
    box.dispatchEvent(new Event('input', { bubbles: true }));
    const all = [...(box.form?.querySelectorAll<HTMLInputElement>('input[inputmode=decimal]:not(:disabled)') ?? [])];
    all[all.indexOf(box) + 1]?.focus();
  }

  /** The second reading of a pair belongs to the part of the first. */
  private followsSocket(box: HTMLInputElement): boolean {
    const all = [...(box.form?.querySelectorAll<HTMLInputElement>('input[inputmode=decimal]') ?? [])];
    return /socket id/i.test(all[all.indexOf(box) - 1]?.labels?.[0]?.textContent ?? '');
  }
}
