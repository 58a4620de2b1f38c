import { ChangeDetectionStrategy, Component, inject, input, type OnInit, output, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { type Brazer, brazerSchema } from '@hephaist/contracts/records/brazer';
import { problemsOf } from '@hephaist/contracts/schemas/parse';
import { CrewStore } from '../data/crew.store';
import { Entry } from '../forms/entry';
import { Form } from '../forms/form';
import { FormEnd } from '../forms/form-end';
import { FormOf } from '../forms/form-of';
import { Done } from '../layout/done';

/** A brazer's name or mark spelt right; or taken off the list, while nothing on file rests on it. */
@Component({
  selector: 'hp-correct-brazer',
  imports: [MatButtonModule, Entry, FormEnd, FormOf],
  template: `
    <form [hpForm]="form" (sent)="save()">
      <hp-entry label="Name" [of]="form.f.name" />
      <hp-entry label="Mark" [of]="form.f.mark" />
      <hp-form-end does="Save">
        <button matButton type="button" (click)="remove()">Take off the list</button>
        <button matButton="outlined" type="button" (click)="closed.emit()">Leave it</button>
      </hp-form-end>
    </form>
  `,
  styles: `
    form {
      display: grid;
      gap: var(--space-3);
      padding: var(--space-3) 0;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CorrectBrazer implements OnInit {
  readonly brazer = input.required<Brazer>();
  readonly closed = output();
  private readonly crew = inject(CrewStore);
  private readonly done = inject(Done);
  private readonly draft = signal({ name: '', mark: '' });
  protected readonly form = new Form(this.draft, {
    tried: () => problemsOf(brazerSchema, this.now()),
  });

  ngOnInit(): void {
    const { name, mark } = this.brazer();
    this.form.begin({ name, mark });
  }

  private now(): Brazer {
    const { name, mark } = this.draft();
    return { ...this.brazer(), name: name.trim(), mark: mark.trim() };
  }

  protected async save(): Promise<void> {
    if (await this.form.submit(() => this.crew.correctBrazer(this.now()))) this.closed.emit();
  }

  protected async remove(): Promise<void> {
    const brazer = this.brazer();
    if (await this.form.run(() => this.crew.removeBrazer(brazer)))
      this.done.say(`${brazer.name} is taken off the list.`, () => this.crew.addBrazer(brazer));
  }
}
