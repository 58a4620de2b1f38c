import { ChangeDetectionStrategy, Component, inject, output, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatCardModule } from '@angular/material/card';
import type { WaitingFile } from '@hephaist/contracts/records/intake-record';
import { saysOf } from '@hephaist/core/words/says-of';
import { AccountStore } from '../data/account.store';
import { May } from '../signing/may';
import { Signer } from '../signing/signer';
import { broughtLines } from './brought-text';
import { WaitingFilesStore } from './waiting-files.store';

/** Files that came in and wait for a person of quality: what each brings, to be countersigned or sent away. */
@Component({
  selector: 'hp-waiting-files',
  providers: [WaitingFilesStore],
  imports: [MatButtonModule, MatCardModule, May],
  template: `
    @if (files().length) {
      <h2>Waits to be countersigned</h2>
      <p class="quiet">
        Nothing of these files is on file, and nothing in them qualifies anybody, until a person of quality has signed
        for what they bring.
      </p>
    }
    @for (f of files(); track f.id) {
      <mat-card appearance="outlined">
        <mat-card-header>
          <mat-card-title>{{ f.jobName }}</mat-card-title>
          <mat-card-subtitle>brought by {{ f.by }} on {{ f.at.slice(0, 10) }}</mat-card-subtitle>
        </mat-card-header>
        <mat-card-content>
          <ul>
            @for (l of lines(f); track $index) {
              <li>{{ l }}</li>
            }
          </ul>
        </mat-card-content>
        <mat-card-actions *hpMay="'countersign'">
          <button matButton="filled" (click)="countersign(f)" [attr.aria-label]="'Countersign ' + f.jobName">
            Countersign
          </button>
          <button matButton (click)="refuse(f)" [attr.aria-label]="'Send away ' + f.jobName">Send away</button>
        </mat-card-actions>
      </mat-card>
    }
    @if (problem(); as p) {
      <p class="says-problem" role="alert">✕ {{ p }}</p>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: var(--space-4);
    }
    h2 {
      font-size: var(--type-lead);
    }
    ul {
      margin: var(--space-4) 0 0;
      padding-left: var(--space-6);
    }
    mat-card-actions {
      gap: var(--space-4);
      padding: var(--space-2) var(--space-6) var(--space-5);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WaitingFiles {
  /** A job is in. */
  readonly taken = output<string>();
  private readonly store = inject(WaitingFilesStore);
  protected readonly files = this.store.files;
  protected readonly problem = signal<string | null>(null);
  protected readonly lines = (f: WaitingFile): string[] => broughtLines(f.brings);
  private readonly account = inject(AccountStore);
  private readonly signer = inject(Signer);

  constructor() {
    void this.load();
  }

  /** A file came and waits: who may sign is asked at once. */
  async came(file: WaitingFile): Promise<void> {
    await this.load();
    if (this.account.may('countersign')) await this.countersign(file);
  }

  private async load(): Promise<void> {
    try {
      await this.store.load();
    } catch (e) {
      this.problem.set(saysOf(e));
    }
  }

  protected async countersign(file: WaitingFile): Promise<void> {
    let jobId: string | null = null;
    await this.signer.sign({
      what: `for the file of ${file.jobName}`,
      meaning: 'countersigned',
      lines: broughtLines(file.brings),
      send: async (password) => {
        jobId = await this.store.countersign(file.id, password);
      },
    });
    if (jobId) this.taken.emit(jobId);
    else await this.load();
  }

  protected async refuse(file: WaitingFile): Promise<void> {
    this.problem.set(null);
    try {
      await this.store.refuse(file.id);
    } catch (e) {
      this.problem.set(saysOf(e));
    }
    await this.load();
  }
}
