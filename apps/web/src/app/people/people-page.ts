import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import {
  changePersonSchema,
  newPersonSchema,
  problemsOf,
  ROLE_SAYS,
  ROLES,
  type Person,
  type Role,
} from '@hephaist/contracts';
import type { FieldProblem } from '@hephaist/core';
import { ApiProblem, call, post, put } from '../data/api';
import { CrewStore } from '../data/crew.store';
import { newId } from '../data/outbox';
import { Entry } from '../forms/entry';
import { Pick as PickField } from '../forms/pick';
import { problemAt } from '../forms/problems';
import { Header } from '../shell/header';

const blank = { person: '', name: '', roles: ['fitter'] as Role[], brazerId: '', password: '', disabled: false };

/** People of the company: who may sign in, in which roles, as which brazer. */
@Component({
  selector: 'hp-people-page',
  imports: [Header, RouterLink, Entry, PickField],
  templateUrl: './people-page.html',
  styleUrl: './people-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PeoplePage {
  private readonly crew = inject(CrewStore);
  protected readonly people = signal<readonly Person[] | null>(null);
  protected readonly failure = signal<string | null>(null);
  /** Whose account is open; null for a new one. */
  protected readonly open = signal<Person | null>(null);
  protected readonly draft = signal(blank);
  protected readonly busy = signal(false);
  private readonly told = signal<readonly FieldProblem[]>([]);
  private newPersonId = newId();
  protected readonly roles = ROLES;
  protected readonly roleSays = ROLE_SAYS;
  protected readonly brazers = computed(() =>
    this.crew.brazers().map((b) => ({ id: b.id, name: `${b.name} (${b.mark})` })),
  );

  constructor() {
    void this.load();
    void this.crew.load().catch(() => undefined);
  }

  private async load(): Promise<void> {
    try {
      this.people.set(await call<Person[]>('people'));
    } catch (e) {
      this.failure.set((e as Error).message);
    }
  }

  protected brazerName(id: string | null): string {
    return this.brazers().find((b) => b.id === id)?.name ?? '–';
  }

  protected show(p: Person | null): void {
    this.open.set(p);
    this.told.set([]);
    this.failure.set(null);
    this.draft.set(
      p
        ? {
            person: p.person,
            name: p.name,
            roles: [...p.roles],
            brazerId: p.brazerId ?? '',
            password: '',
            disabled: p.disabled,
          }
        : blank,
    );
  }

  protected set(change: Partial<typeof blank>): void {
    this.draft.update((d) => ({ ...d, ...change }));
  }

  protected toggle(role: Role, on: boolean): void {
    this.set({ roles: ROLES.filter((r) => (r === role ? on : this.draft().roles.includes(r))) });
  }

  protected problem(field: string): string | null {
    return problemAt(this.told(), field);
  }

  protected async save(event: Event): Promise<void> {
    event.preventDefault();
    if (this.busy()) return;
    const [d, open] = [this.draft(), this.open()];
    const common = { person: d.person.trim(), roles: d.roles, brazerId: d.brazerId || null };
    const change = { ...common, disabled: d.disabled, password: d.password || null };
    const fresh = { ...common, id: this.newPersonId, name: d.name.trim().toLowerCase(), password: d.password };
    this.told.set(open ? problemsOf(changePersonSchema, change) : problemsOf(newPersonSchema, fresh));
    this.failure.set(null);
    if (this.told().length) return;
    this.busy.set(true);
    try {
      this.people.set(await (open ? put<Person[]>(`people/${open.id}`, change) : post<Person[]>('people', fresh)));
      if (!open) this.newPersonId = newId();
      this.show(open ? (this.people()?.find((p) => p.id === open.id) ?? null) : null);
    } catch (e) {
      if (e instanceof ApiProblem && e.problem.fields) this.told.set(e.problem.fields);
      else this.failure.set((e as Error).message);
    } finally {
      this.busy.set(false);
    }
  }
}
