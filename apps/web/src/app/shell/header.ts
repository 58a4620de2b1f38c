import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatDialog } from '@angular/material/dialog';
import { MatIconModule } from '@angular/material/icon';
import { RouterLink, RouterLinkActive } from '@angular/router';
import { AccountStore } from '../data/account.store';
import { AccountMenu } from './account-menu';
import { openPalette, readyPalette } from './palette-opener';
import { COMPANY_PLACES, JOB_PLACES } from './places';

/** Where one is: the company or a job, its places, what can be found, and who is signed in. */
@Component({
  selector: 'hp-header',
  imports: [MatButtonModule, MatIconModule, RouterLink, RouterLinkActive, AccountMenu],
  template: `
    <header>
      <button class="skip" matButton="filled" (click)="toPage()">To the page</button>
      <a class="name" routerLink="/jobs" aria-label="Hephaist, all jobs">HEPHAIST</a>
      @if (jobId()) {
        <span class="job" [title]="jobName()">{{ jobName() }}</span>
      }
      <nav [attr.aria-label]="jobId() ? 'Places' : 'Company'" [class.bar]="jobId()" [class.strip]="!jobId()">
        @for (place of places(); track place.path; let i = $index) {
          <a [routerLink]="place.link" routerLinkActive="here" ariaCurrentWhenActive="page">
            @if (jobId()) {
              <span class="key" aria-hidden="true">{{ i + 1 }}</span>
              <mat-icon [svgIcon]="place.icon" aria-hidden="true" />
            }
            {{ place.name }}
            @if (place.path === 'keep' && warnings()) {
              <span class="warned" title="last good days that are near or past">▲ {{ warnings() }}</span>
            }
          </a>
        }
      </nav>
      <span class="room"></span>
      <button class="find" matButton="outlined" (click)="find()" aria-label="Find or do" aria-keyshortcuts="Control+K">
        <mat-icon svgIcon="search" /><span class="words">Find or do <kbd>Ctrl K</kbd></span>
      </button>
      <hp-account-menu />
    </header>
  `,
  styleUrl: './header.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Header {
  readonly jobId = input<string | null>(null);
  readonly jobName = input('');
  /** Last good days that are near or just past. */
  readonly warnings = input(0);
  private readonly account = inject(AccountStore);
  private readonly dialog = inject(MatDialog);
  protected readonly places = computed(() => {
    const id = this.jobId();
    return id
      ? JOB_PLACES.map((p) => ({ ...p, link: ['/job', id, p.path] }))
      : COMPANY_PLACES.filter((p) => !p.deed || this.account.may(p.deed)).map((p) => ({
          ...p,
          link: [`/${p.path}`],
        }));
  });

  constructor() {
    readyPalette();
  }

  /** Past the places, to what the page holds. */
  protected toPage(): void {
    const main = document.querySelector<HTMLElement>('main');
    if (!main) return;
    main.tabIndex = -1;
    main.focus();
  }

  protected find(): void {
    void openPalette(this.dialog);
  }
}
