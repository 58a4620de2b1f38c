import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { type SchoolId, SCHOOLS, type Schools } from '@hephaist/core/schools/schools';
import { Pick as PickField } from './pick';

/** The questions where practitioners disagree, each with its choice; empty ones are inherited. */
@Component({
  selector: 'hp-schools-form',
  imports: [PickField],
  template: `
    @for (s of questions; track s.id) {
      <hp-pick
        [label]="s.question"
        [none]="inherit()"
        [options]="s.options"
        [value]="schools()[s.id] ?? ''"
        (valueChange)="set(s.id, $event)"
      />
    }
  `,
  styles: `
    :host {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(240px, 1fr));
      gap: var(--space-4) var(--space-6);
      padding-top: var(--space-3);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SchoolsForm {
  readonly schools = input.required<Partial<Schools>>();
  readonly inherit = input.required<string>();
  readonly changed = output<Partial<Schools>>();
  protected readonly questions = SCHOOLS.map((s) => ({
    id: s.id,
    question: s.question,
    options: s.choices.map((c) => ({ id: c.id, name: `${c.name}: ${c.why}` })),
  }));

  protected set(id: SchoolId, choice: string): void {
    const { [id]: _before, ...rest } = this.schools();
    this.changed.emit(choice ? { ...rest, [id]: choice } : rest);
  }
}
