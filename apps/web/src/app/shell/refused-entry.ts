import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { kindRow } from '@hephaist/contracts/records/kinds';
import { CrewStore } from '../data/crew.store';
import { JobStore } from '../data/job.store';
import type { Held } from '../data/local-db';
import { Outbox } from '../data/outbox';
import { type Column, Table } from '../layout/table';
import { UnitsStore } from '../units/units.store';
import { type BesideRow, besideRows, overWhatStands } from './beside';

const named = (id: string, name: string): [string, string] => [id, name];

/** An entry that the server refused while nobody looked: why, and side by side with what stands. It stays until dealt with. */
@Component({
  selector: 'hp-refused-entry',
  imports: [MatButtonModule, Table],
  template: `
    <p>
      {{ what() }} <span class="refused">✕ refused: {{ held().refused?.detail }}</span>
    </p>
    @if (rows().length) {
      <hp-table [rows]="rows()" [columns]="columns" />
    } @else {
      <p class="quiet">It says the same as what stands with the server.</p>
    }
    @if (over(); as command) {
      <button matButton="outlined" (click)="outbox.again(held().command.id, command)">Write mine over it</button>
    } @else {
      <button matButton="outlined" (click)="outbox.again(held().command.id)">Send it again</button>
    }
    <button matButton="outlined" (click)="outbox.discard(held().command.id)">Discard this entry</button>
  `,
  styles: `
    :host {
      display: block;
      max-height: 50vh;
      overflow: auto;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RefusedEntry {
  readonly held = input.required<Held>();
  protected readonly outbox = inject(Outbox);
  protected readonly columns: readonly Column<BesideRow>[] = [
    { id: 'field', head: 'What', text: (r) => r.field, names: true },
    { id: 'here', head: 'Held here', text: (r) => r.here },
    { id: 'there', head: 'With the server', text: (r) => r.there },
  ];
  private readonly job = inject(JobStore);
  private readonly crew = inject(CrewStore);
  private readonly units = inject(UnitsStore);

  private readonly names = computed((): Readonly<Record<string, string>> =>
    Object.fromEntries([
      ...this.job.joints().map((j) => named(j.id, j.mark)),
      ...this.job.lines().map((l) => named(l.id, l.name)),
      ...this.crew.brazers().map((b) => named(b.id, b.name)),
      ...this.crew.procedures().map((p) => named(p.id, `${p.name} rev ${p.revision}`)),
    ]),
  );
  protected readonly what = computed(() => {
    const { kind, records } = this.held().command;
    const [one, many] = kindRow(kind).words;
    const of = records.flatMap(({ data }) => ('jointId' in data ? [this.names()[String(data.jointId)] ?? ''] : []));
    return `${records.length === 1 ? one : `${records.length} ${many}`} ${of.filter(Boolean).join(', ')}`.trim();
  });
  protected readonly rows = computed(() =>
    besideRows(this.held(), {
      // An entry of the log meets the last one of its joint.
      instead: (data) => ('jointId' in data ? (this.job.lastLog().get(String(data.jointId)) ?? null) : null),
      names: this.names(),
      system: this.units.system(),
    }),
  );
  protected readonly over = computed(() => overWhatStands(this.held()));
}
