import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatSlideToggleModule } from '@angular/material/slide-toggle';
import { RouterLink } from '@angular/router';
import {
  changePersonSchema,
  newPersonSchema,
  problemsOf,
  ROLE_SAYS,
  ROLES,
  type PeopleAnswer,
  type Person,
  type Role,
} from '@hephaist/contracts';
import { AccountStore } from '../data/account.store';
import { call, post, put } from '../data/api';
import { CrewStore } from '../data/crew.store';
import { newId } from '../data/outbox';
import { me } from '../data/who';
import { Attempt } from '../forms/attempt';
import { Entry } from '../forms/entry';
import { Pick as PickField } from '../forms/pick';
import { Header } from '../shell/header';

const blank = { person: '', name: '', roles: ['fitter'] as Role[], brazerId: '', password: '', disabled: false };

/** People of the company: who may sign in, in which roles, as which brazer. */
@Component({
  selector: 'hp-people-page',
  imports: [Header, RouterLink, Entry, PickField, MatButtonModule, MatSlideToggleModule],
  templateUrl: './people-page.html',
  styleUrl: './people-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PeoplePage {
  private readonly crew = inject(CrewStore);
  protected readonly people = signal<readonly Person[] | null>(null);
  private readonly asked = new Attempt();
  protected readonly failure = this.asked.failure;
  /** Whose account is open; null for a new one. */
  protected readonly open = signal<Person | null>(null);
  protected readonly draft = signal(blank);
  protected readonly busy = this.asked.busy;
  /** The company asks for a second factor of who signs or administers. */
  protected readonly required = signal(false);
  /** A one-time code that was just given. */
  protected readonly code = signal<string | null>(null);
  protected readonly mayChange = inject(AccountStore).may('people');
  protected readonly self = me()?.id;
  private readonly told = this.asked.told;
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

  private load(): Promise<void> {
    return this.asked.run(async () => this.take(await call<PeopleAnswer>('people')));
  }

  private take({ people, secondFactorRequired }: PeopleAnswer): void {
    this.people.set(people);
    this.required.set(secondFactorRequired);
    const open = this.open();
    if (open) this.open.set(people.find((p) => p.id === open.id) ?? null);
  }

  /** Roles that somebody asked for, given by a second. */
  protected giveToo(p: Person): Promise<void> {
    return this.asked.run(async () => this.take(await post<PeopleAnswer>(`people/${p.id}/roles/give`, {})));
  }

  protected require(required: boolean): Promise<void> {
    return this.asked.run(async () => this.take(await post<PeopleAnswer>('company/second-factor', { required })));
  }

  protected secondOff(p: Person): Promise<void> {
    return this.asked.run(async () => this.take(await post<PeopleAnswer>(`people/${p.id}/second-factor/off`, {})));
  }

  /** A code that gives a new password once: told to its owner, in person or by telephone. */
  protected giveCode(p: Person): Promise<void> {
    return this.asked.run(async () =>
      this.code.set((await post<{ code: string }>(`people/${p.id}/reset-code`, {})).code),
    );
  }

  protected brazerName(id: string | null): string {
    return this.brazers().find((b) => b.id === id)?.name ?? '–';
  }

  protected show(p: Person | null): void {
    this.open.set(p);
    this.code.set(null);
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
    return this.asked.problem(field);
  }

  protected async save(event: Event): Promise<void> {
    event.preventDefault();
    if (this.busy()) return;
    const [d, open] = [this.draft(), this.open()];
    const common = { person: d.person.trim(), roles: d.roles, brazerId: d.brazerId || null };
    const change = { ...common, disabled: d.disabled };
    const fresh = { ...common, id: this.newPersonId, name: d.name.trim().toLowerCase(), password: d.password };
    this.told.set(open ? problemsOf(changePersonSchema, change) : problemsOf(newPersonSchema, fresh));
    if (this.told().length) return;
    await this.asked.run(async () => {
      this.take(await (open ? put<PeopleAnswer>(`people/${open.id}`, change) : post<PeopleAnswer>('people', fresh)));
      if (!open) this.newPersonId = newId();
      this.show(this.open());
    });
  }
}
