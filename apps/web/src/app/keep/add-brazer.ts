import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { type Brazer, brazerSchema } from '@hephaist/contracts/records/brazer';
import { problemsOf } from '@hephaist/contracts/schemas/parse';
import type { FieldProblem } from '@hephaist/core/source/problem';
import { CrewStore } from '../data/crew.store';
import { newId } from '../data/outbox';
import { Entry } from '../forms/entry';
import { Form } from '../forms/form';
import { FormEnd } from '../forms/form-end';
import { FormOf } from '../forms/form-of';

/** Puts a brazer on file: a name and the employer's mark, never a government number. */
@Component({
  selector: 'hp-add-brazer',
  imports: [MatButtonModule, Entry, FormEnd, FormOf],
  template: `
    @if (open()) {
      <form [hpForm]="form" (sent)="save()">
        <hp-entry label="Name of the brazer" [of]="form.f.name" />
        <hp-entry label="Employer’s mark" [placeholder]="usual()" [of]="form.f.mark" />
        <hp-form-end does="Put on file">
          <button matButton="outlined" type="button" (click)="leave()">Leave it</button>
        </hp-form-end>
      </form>
    } @else {
      <button matButton="outlined" (click)="begin()">Add a brazer</button>
    }
  `,
  styles: `
    :host {
      display: block;
    }
    form {
      display: grid;
      grid-template-columns: minmax(160px, 240px) 150px;
      gap: var(--space-4);
      align-items: start;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class AddBrazer {
  private readonly crew = inject(CrewStore);
  protected readonly open = signal(false);
  private readonly draft = signal({ name: '', mark: '' });
  protected readonly form = new Form(this.draft, { tried: () => this.wrong(), keep: () => 'brazer new' });
  private id = newId();
  /** A number that no mark on file has. */
  protected readonly usual = computed(() => {
    const most = Math.max(0, ...this.crew.brazers().map((b) => Number(b.mark) || 0));
    return String(most + 1).padStart(2, '0');
  });

  private brazer(): Brazer {
    const { name, mark } = this.draft();
    return {
      id: this.id,
      name: name.trim(),
      mark: mark.trim() || this.usual(),
      withdrawnOn: null,
      withdrawnReason: null,
    };
  }

  private wrong(): readonly FieldProblem[] {
    const brazer = this.brazer();
    const taken = this.crew.brazers().find((b) => b.mark === brazer.mark);
    return [
      ...problemsOf(brazerSchema, brazer),
      ...(taken ? [{ field: 'mark', says: `${taken.name} has this mark` }] : []),
    ];
  }

  protected begin(): void {
    this.id = newId();
    if (!this.form.takenUp()) this.form.begin({ name: '', mark: '' });
    this.open.set(true);
  }

  protected leave(): void {
    this.form.forget();
    this.open.set(false);
  }

  protected async save(): Promise<void> {
    if (await this.form.submit(() => this.crew.addBrazer(this.brazer()))) this.open.set(false);
  }
}
