import { A11yModule } from '@angular/cdk/a11y';
import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { DEVICE_IDS, type DeviceId, DEVICES } from '@hephaist/core/live/instruments';
import { displayUnit } from '@hephaist/core/units/units';
import { UnitsStore } from '../units/units.store';

const KEYS = ['7', '8', '9', '4', '5', '6', '1', '2', '3', '.', '0', '⌫'] as const;

/** A reading typed with a glove: which instrument, then big keys. */
@Component({
  selector: 'hp-number-pad',
  imports: [A11yModule],
  template: `
    <div role="dialog" aria-modal="true" aria-label="Read by hand" cdkTrapFocus cdkTrapFocusAutoCapture>
      <div class="which" role="group" aria-label="Instrument">
        @for (d of devices(); track d) {
          <button [attr.aria-pressed]="d === device()" (click)="pick(d)">{{ names[d].name }}</button>
        }
      </div>
      <output>
        {{ text() || '–' }} <small>{{ unit().symbol }}</small>
      </output>
      @if (problem(); as p) {
        <p role="alert">✕ {{ p }}</p>
      }
      <div class="keys">
        @for (k of keys; track k) {
          <button (click)="press(k)" [attr.aria-label]="k === '⌫' ? 'Take the last digit away' : k">{{ k }}</button>
        }
      </div>
      <div class="end">
        <button (click)="closed.emit()">Leave it</button>
        <button class="go" (click)="done()">Write it down</button>
      </div>
    </div>
  `,
  styles: `
    :host {
      position: fixed;
      inset: 0;
      z-index: 5;
      display: grid;
      place-items: center;
      background: rgb(0 0 0 / 0.6);
    }
    div[role='dialog'] {
      width: min(520px, 94vw);
      padding: var(--space-6);
      display: grid;
      gap: var(--space-5);
      background: var(--sheet);
      border: 1px solid var(--line-strong);
      border-radius: 10px;
    }
    button {
      font: inherit;
      font-size: var(--type-head);
      min-height: 58px;
      color: var(--ink);
      background: var(--paper);
      border: 1px solid var(--line-strong);
      border-radius: 8px;
      cursor: pointer;
    }
    button[aria-pressed='true'] {
      background: var(--tint);
      border-color: var(--copper);
    }
    .which,
    .keys {
      display: grid;
      grid-template-columns: repeat(3, 1fr);
      gap: var(--space-4);
    }
    .which button {
      font-size: var(--type-lead);
    }
    output {
      font: 600 var(--type-figure)/1 var(--face-head);
      text-align: right;
    }
    small {
      font-size: var(--type-head);
      color: var(--mid);
    }
    p {
      color: var(--refused);
      font-size: var(--type-lead);
    }
    .end {
      display: grid;
      grid-template-columns: 1fr 2fr;
      gap: var(--space-4);
    }
    .go {
      background: var(--copper);
      color: var(--on-copper);
      font-weight: 600;
    }
  `,
  host: { '(document:keydown)': 'key($event)' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class NumberPad {
  /** The reading in SI. */
  readonly read = output<{ device: DeviceId; value: number }>();
  readonly closed = output();
  private readonly units = inject(UnitsStore);
  protected readonly keys = KEYS;
  readonly devices = input<readonly DeviceId[]>(DEVICE_IDS);
  protected readonly names = DEVICES;
  protected readonly device = signal<DeviceId>('oxygen');
  protected readonly text = signal('');
  protected readonly problem = signal<string | null>(null);
  protected readonly unit = computed(() => {
    const device = this.device();
    if (device === 'oxygen') return { symbol: '%', toSi: (x: number) => x / 100, fromSi: (x: number) => x * 100 };
    return displayUnit(device === 'flow' ? 'flow' : 'pressure', this.units.system());
  });

  protected pick(device: DeviceId): void {
    this.device.set(device);
    this.text.set('');
    this.problem.set(null);
  }

  protected press(k: string): void {
    this.problem.set(null);
    this.text.update((t) => (k === '⌫' ? t.slice(0, -1) : k === '.' && t.includes('.') ? t : (t + k).slice(0, 7)));
  }

  protected key(e: KeyboardEvent): void {
    if (e.key === 'Escape') this.closed.emit();
    else if (/^[0-9.]$/.test(e.key)) this.press(e.key);
    else if (e.key === ',') this.press('.');
    else if (e.key === 'Backspace') this.press('⌫');
    else return;
    e.preventDefault();
  }

  protected done(): void {
    const value = this.unit().toSi(Number(this.text()));
    const { most } = DEVICES[this.device()];
    if (!this.text() || !(value >= 0 && value <= most)) {
      this.problem.set(`between 0 and ${Number(this.unit().fromSi(most).toPrecision(3))} ${this.unit().symbol}`);
      return;
    }
    this.read.emit({ device: this.device(), value });
  }
}
