import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { brazerSchema, problemsOf, type Brazer } from '@hephaist/contracts';
import type { FieldProblem } from '@hephaist/core';
import { ApiProblem } from '../data/api';
import { CrewStore } from '../data/crew.store';
import { newId } from '../data/outbox';
import { Entry } from '../forms/entry';
import { problemAt } from '../forms/problems';

/** Puts a brazer on file: a name and the employer's mark, never a government number. */
@Component({
  selector: 'hp-add-brazer',
  imports: [Entry],
  template: `
    @if (open()) {
      <form (submit)="save($event)">
        <hp-entry label="Name of the brazer" [(value)]="name" [problem]="problem('name')" />
        <hp-entry label="Employer’s mark" [placeholder]="usual()" [(value)]="mark" [problem]="problem('mark')" />
        <button class="button main" type="submit">Put on file</button>
        <button class="button" type="button" (click)="open.set(false)">Leave it</button>
        @if (failure(); as f) {
          <p class="says-problem" role="alert">✕ {{ f }}</p>
        }
      </form>
    } @else {
      <button class="button" (click)="begin()">Add a brazer</button>
    }
  `,
  styles: `
    :host {
      display: block;
    }
    form {
      display: grid;
      grid-template-columns: minmax(160px, 240px) 150px auto auto;
      gap: 8px;
      align-items: start;
    }
    form .button {
      margin-top: 22px;
    }
    .says-problem {
      grid-column: 1 / -1;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class AddBrazer {
  private readonly crew = inject(CrewStore);
  protected readonly open = signal(false);
  protected readonly name = signal('');
  protected readonly mark = signal('');
  protected readonly failure = signal<string | null>(null);
  private readonly told = signal<readonly FieldProblem[]>([]);
  private readonly tried = signal(false);
  private id = newId();
  /** A number that no mark on file has. */
  protected readonly usual = computed(() => {
    const most = Math.max(0, ...this.crew.brazers().map((b) => Number(b.mark) || 0));
    return String(most + 1).padStart(2, '0');
  });

  private brazer(): Brazer {
    const mark = this.mark().trim() || this.usual();
    return { id: this.id, name: this.name().trim(), mark, withdrawnOn: null, withdrawnReason: null };
  }

  private problems(): readonly FieldProblem[] {
    const { mark } = this.brazer();
    const taken = this.crew.brazers().find((b) => b.mark === mark);
    return [
      ...this.told(),
      ...(this.tried() ? problemsOf(brazerSchema, this.brazer(), '') : []),
      ...(taken && this.tried() ? [{ field: 'mark', says: `${taken.name} has this mark` }] : []),
    ];
  }

  protected problem(field: string): string | null {
    return problemAt(this.problems(), field);
  }

  protected begin(): void {
    this.id = newId();
    this.name.set('');
    this.mark.set('');
    this.tried.set(false);
    this.told.set([]);
    this.failure.set(null);
    this.open.set(true);
  }

  protected async save(event: Event): Promise<void> {
    event.preventDefault();
    this.tried.set(true);
    this.told.set([]);
    this.failure.set(null);
    if (this.problems().length) return;
    try {
      await this.crew.addBrazer(this.brazer());
      this.open.set(false);
    } catch (e) {
      if (e instanceof ApiProblem && e.problem.fields) this.told.set(e.problem.fields);
      else this.failure.set((e as Error).message);
    }
  }
}
