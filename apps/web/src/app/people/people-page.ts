import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { MatSlideToggleModule } from '@angular/material/slide-toggle';
import { RouterLink } from '@angular/router';
import { changePersonSchema, newPersonSchema, type Person } from '@hephaist/contracts/exchange/people';
import { type Role, ROLE_SAYS, ROLES } from '@hephaist/contracts/records/roles';
import { problemsOf } from '@hephaist/contracts/schemas/parse';
import type { FieldProblem } from '@hephaist/core/source/problem';
import { AccountStore } from '../data/account.store';
import { CrewStore } from '../data/crew.store';
import { newId } from '../data/outbox';
import { me } from '../data/who';
import { Attempt } from '../forms/attempt';
import { Check } from '../forms/check';
import { Entry } from '../forms/entry';
import { Form } from '../forms/form';
import { FormEnd } from '../forms/form-end';
import { FormOf } from '../forms/form-of';
import { Pick as PickField } from '../forms/pick';
import { Problem } from '../forms/problem';
import { Cell } from '../layout/cell';
import { type Column, Table } from '../layout/table';
import { Devices } from './devices';
import { PeopleStore } from './people.store';

const blank = { person: '', name: '', roles: ['fitter'] as Role[], brazerId: '', password: '', disabled: false };

/** People of the company: who may sign in, in which roles, as which brazer. */
@Component({
  selector: 'hp-people-page',
  providers: [PeopleStore],
  imports: [
    Devices,
    Cell,
    Table,
    RouterLink,
    Entry,
    FormEnd,
    FormOf,
    PickField,
    Problem,
    Check,
    MatButtonModule,
    MatCheckboxModule,
    MatSlideToggleModule,
  ],
  templateUrl: './people-page.html',
  styleUrl: './people-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PeoplePage {
  private readonly crew = inject(CrewStore);
  private readonly store = inject(PeopleStore);
  protected readonly people = this.store.people;
  private readonly asked = new Attempt();
  protected readonly failure = this.asked.failure;
  private readonly openId = signal<string | null>(null);
  /** Whose account is open; null for a new one. */
  protected readonly open = computed(() => this.people()?.find((p) => p.id === this.openId()) ?? null);
  protected readonly draft = signal(blank);
  protected readonly busy = this.asked.busy;
  protected readonly required = this.store.required;
  /** A one-time code that was just given. */
  protected readonly code = signal<string | null>(null);
  protected readonly mayChange = inject(AccountStore).may('people');
  protected readonly self = me()?.id;
  protected readonly form: Form<typeof blank> = new Form(this.draft, { tried: () => this.wrong() });
  private newPersonId = newId();
  protected readonly roles = ROLES;
  protected readonly roleSays = ROLE_SAYS;
  protected readonly brazers = computed(() =>
    this.crew.brazers().map((b) => ({ id: b.id, name: `${b.name} (${b.mark})` })),
  );

  constructor() {
    void this.asked.run(() => this.store.load());
    void this.crew.load().catch(() => undefined);
  }

  protected giveToo(p: Person): Promise<boolean> {
    return this.asked.run(() => this.store.giveRoles(p.id));
  }

  protected require(required: boolean): Promise<boolean> {
    return this.asked.run(() => this.store.require(required));
  }

  protected secondOff(p: Person): Promise<boolean> {
    return this.asked.run(() => this.store.secondOff(p.id));
  }

  /** A code that gives a new password once: told to its owner, in person or by telephone. */
  protected giveCode(p: Person): Promise<boolean> {
    return this.asked.run(async () => this.code.set(await this.store.resetCode(p.id)));
  }

  protected brazerName(id: string | null): string {
    return this.brazers().find((b) => b.id === id)?.name ?? '–';
  }

  protected readonly isShown = (p: Person): boolean => this.open()?.id === p.id;
  protected readonly columns: readonly Column<Person>[] = [
    { id: 'person', head: 'Name', text: (p) => p.person, opens: true },
    { id: 'name', head: 'Signs in as', text: (p) => p.name },
    { id: 'roles', head: 'Roles' },
    { id: 'brazer', head: 'Brazer', text: (p) => this.brazerName(p.brazerId) },
    { id: 'state', head: 'State', tone: (p) => (p.disabled ? 'refused' : 'fine') },
    { id: 'seen', head: 'Last signed in', text: (p) => p.lastSeen?.slice(0, 10) ?? 'never', tone: () => 'quiet' },
  ];

  protected show(p: Person | null): void {
    this.openId.set(p?.id ?? null);
    this.code.set(null);
    this.failure.set(null);
    this.form.begin(
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

  protected toggle(role: Role, on: boolean): void {
    this.form.set({ roles: ROLES.filter((r) => (r === role ? on : this.draft().roles.includes(r))) });
  }

  /** What the server is asked for, as typed. */
  private readonly change = computed(() => {
    const d = this.draft();
    return { person: d.person.trim(), roles: d.roles, brazerId: d.brazerId || null, disabled: d.disabled };
  });
  private readonly fresh = computed(() => {
    const { disabled: _, ...common } = this.change();
    const { name, password } = this.draft();
    return { ...common, id: this.newPersonId, name: name.trim().toLowerCase(), password };
  });

  private wrong(): readonly FieldProblem[] {
    return this.open() ? problemsOf(changePersonSchema, this.change()) : problemsOf(newPersonSchema, this.fresh());
  }

  protected async save(): Promise<void> {
    const open = this.open();
    await this.form.submit(async () => {
      await (open ? this.store.change(open.id, this.change()) : this.store.add(this.fresh()));
      if (!open) this.newPersonId = newId();
      this.show(this.open());
    });
  }
}
