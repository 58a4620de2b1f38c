import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { Device } from '@hephaist/contracts/exchange/hand-on';
import { Attempt } from '../forms/attempt';
import { Cell } from '../layout/cell';
import { type Column, Table } from '../layout/table';
import { ago } from '../time/ago';
import { PeopleStore } from './people.store';

/** The machine that a browser says it runs on, out of all that it calls itself. */
const machineOf = (agent: string): string => /\(([^)]+)\)/.exec(agent)?.[1] ?? (agent || 'unknown');

/** Devices that people signed in on; one that is lost is revoked: nobody is signed in on it any more. */
@Component({
  selector: 'hp-devices',
  imports: [Cell, MatButtonModule, Table],
  template: `
    <h2>Devices</h2>
    <p class="quiet">
      A device that is revoked signs everybody out at its next contact, and what it keeps goes with them.
    </p>
    @if (asked.failure(); as f) {
      <p class="says-problem" role="alert">✕ {{ f }}</p>
    }
    <hp-table class="sheet" [rows]="rows()" [columns]="columns">
      <ng-template hpCell="end" [rows]="rows()" let-d>
        @if (d.revoked) {
          ✕ revoked
        } @else if (d.here) {
          <span class="fine">✓ this one</span>
        } @else {
          <button
            matButton
            [disabled]="asked.busy()"
            [attr.aria-label]="'Revoke the device of ' + d.person"
            (click)="revoke(d)"
          >
            Revoke
          </button>
        }
      </ng-template>
    </hp-table>
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Devices {
  private readonly store = inject(PeopleStore);
  protected readonly asked = new Attempt();
  protected readonly rows = this.store.devices;
  protected readonly columns: readonly Column<Device>[] = [
    { id: 'person', head: 'Last used by', text: (d) => d.person },
    { id: 'seen', head: 'When', text: (d) => ago(Date.now() - Date.parse(d.seenAt)) },
    { id: 'codes', head: 'Short codes of', text: (d) => d.codes.join(', ') || 'nobody' },
    { id: 'agent', head: 'With', text: (d) => machineOf(d.agent) },
    { id: 'end', head: 'What to do', quiet: true },
  ];

  constructor() {
    void this.asked.run(() => this.store.loadDevices());
  }
  protected revoke({ id }: Device): Promise<boolean> {
    return this.asked.run(() => this.store.revoke(id));
  }
}
