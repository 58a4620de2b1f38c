import { ChangeDetectionStrategy, Component, inject, input } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatButtonToggleModule } from '@angular/material/button-toggle';
import { MatDialog } from '@angular/material/dialog';
import { MatIconModule } from '@angular/material/icon';
import { MatTooltipModule } from '@angular/material/tooltip';
import { RouterLink, RouterLinkActive } from '@angular/router';
import { UnitsStore } from '../units/units.store';
import { AccountMenu } from './account-menu';
import { ThemeStore } from './theme';

/** Name, the five places, the job, units and light. */
@Component({
  selector: 'hp-header',
  imports: [
    MatButtonModule,
    MatButtonToggleModule,
    MatIconModule,
    MatTooltipModule,
    RouterLink,
    RouterLinkActive,
    AccountMenu,
  ],
  template: `
    <header>
      <a class="name" routerLink="/jobs" aria-label="Hephaist, all jobs">HEPHAIST</a>
      @if (jobId(); as id) {
        <nav aria-label="Places">
          @for (place of places; track place[0]; let i = $index) {
            <a [routerLink]="['/job', id, place[0]]" routerLinkActive="here" ariaCurrentWhenActive="page">
              <span class="key" aria-hidden="true">{{ i + 1 }}</span>{{ place[1] }}
              @if (place[0] === 'keep' && warnings()) {
                <span class="warned" title="last good days that are near or past">▲ {{ warnings() }}</span>
              }
            </a>
          }
        </nav>
      }
      <span class="job">{{ jobName() }}</span>
      <mat-button-toggle-group aria-label="Units" [value]="units.system()" (change)="units.use($event.value)">
        <mat-button-toggle value="us">in °F psi</mat-button-toggle>
        <mat-button-toggle value="metric">mm °C bar</mat-button-toggle>
      </mat-button-toggle-group>
      <button
        matIconButton
        (click)="theme.toggle()"
        [attr.aria-label]="theme.night() ? 'Switch to light' : 'Switch to dark'"
        [matTooltip]="theme.night() ? 'Switch to light' : 'Switch to dark'"
      >
        <mat-icon svgIcon="contrast" />
      </button>
      <button matIconButton (click)="help()" aria-label="Keys and help" matTooltip="Keys and help">
        <mat-icon svgIcon="question" />
      </button>
      <hp-account-menu />
    </header>
  `,
  styles: `
    header {
      display: flex;
      align-items: stretch;
      gap: 8px;
      height: 44px;
      padding: 0 18px;
      border-bottom: 1px solid var(--hairline);
      background: var(--paper);
    }
    .name {
      font:
        600 20px/44px 'Barlow Condensed',
        sans-serif;
      letter-spacing: 0.06em;
      color: var(--copper);
      text-decoration: none;
      margin-right: 14px;
    }
    nav {
      display: flex;
    }
    nav a {
      display: flex;
      align-items: center;
      gap: 7px;
      padding: 0 13px;
      color: var(--ink);
      text-decoration: none;
      font-weight: 500;
      border-bottom: 3px solid transparent;
    }
    nav a.here {
      border-bottom-color: var(--copper);
      font-weight: 600;
    }
    .key {
      font-size: 12px;
      color: var(--mid);
      border: 1px solid var(--hairline);
      border-radius: 3px;
      padding: 0 5px;
      background: var(--sheet);
    }
    .warned {
      font-size: 13px;
      font-weight: 600;
      color: var(--caution);
    }
    .job {
      flex: 1;
      text-align: right;
      align-self: center;
      white-space: nowrap;
      overflow: hidden;
      text-overflow: ellipsis;
      font-weight: 500;
    }
    mat-button-toggle-group,
    button {
      align-self: center;
    }
    @media (max-width: 900px) {
      .job {
        display: none;
      }
      header {
        flex-wrap: wrap;
        height: auto;
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Header {
  readonly jobId = input<string | null>(null);
  readonly jobName = input('');
  /** Last good days that are near or just past. */
  readonly warnings = input(0);
  protected readonly units = inject(UnitsStore);
  protected readonly theme = inject(ThemeStore);
  private readonly dialog = inject(MatDialog);
  protected readonly places = [
    ['plan', 'Plan'],
    ['braze', 'Braze'],
    ['prove', 'Prove'],
    ['keep', 'Keep'],
    ['practise', 'Practise'],
  ] as const;

  protected async help(): Promise<void> {
    const { KeySheet } = await import('./key-sheet');
    this.dialog.open(KeySheet, { ariaLabelledBy: 'key-sheet-title' });
  }
}
