import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatDialog } from '@angular/material/dialog';
import { MatIconModule } from '@angular/material/icon';
import { MatMenuModule } from '@angular/material/menu';
import { RouterLink } from '@angular/router';
import { AccountStore } from '../data/account.store';
import { Outbox } from '../data/outbox';
import { openHandOn } from '../signing/hand-on-opener';
import { UnitsStore } from '../units/units.store';
import { openKeySheet } from './palette-opener';
import { ThemeStore } from './theme';

/** Who is signed in, and what is theirs: units, light, keys, their account, signing out. */
@Component({
  selector: 'hp-account-menu',
  imports: [MatButtonModule, MatIconModule, MatMenuModule, RouterLink],
  template: `
    @if (account.me(); as me) {
      <button
        matButton="outlined"
        [matMenuTriggerFor]="menu"
        [attr.aria-label]="me.person + ', ' + me.roles.join(', ')"
      >
        <mat-icon svgIcon="person" />
        <span class="words"
          >{{ me.person }} <span class="quiet">{{ me.roles.join(', ') }}</span></span
        >
      </button>
      <mat-menu #menu="matMenu">
        <p class="who">
          {{ me.person }}<br /><span class="quiet">{{ me.roles.join(', ') }}, {{ me.company }}</span>
          @if (me.byCode) {
            <br /><span class="quiet">by short code: logs, signs nothing</span>
          }
        </p>
        <button mat-menu-item role="menuitemradio" [attr.aria-checked]="isUs()" (click)="units.use('us')">
          {{ isUs() ? '● ' : '○ ' }}in, °F, psi
        </button>
        <button mat-menu-item role="menuitemradio" [attr.aria-checked]="!isUs()" (click)="units.use('metric')">
          {{ isUs() ? '○ ' : '● ' }}mm, °C, bar
        </button>
        <button mat-menu-item (click)="theme.toggle()">
          {{ theme.night() ? 'Switch to light' : 'Switch to dark' }}
        </button>
        <button mat-menu-item (click)="keys()">Keys and help</button>
        <p class="who quiet" role="status">
          {{
            outbox.held().length
              ? '▲ ' + outbox.held().length + ' held in this browser'
              : 'Everything entered is with the server'
          }}
        </p>
        <a mat-menu-item routerLink="/account">Your account</a>
        <button mat-menu-item (click)="handOn()">Hand this device on</button>
        <button mat-menu-item (click)="account.signOut()">Sign out</button>
      </mat-menu>
    }
  `,
  styles: `
    @use 'scale';

    :host {
      align-self: center;
      flex: none;
    }
    button {
      --mat-button-outlined-container-height: 30px;
      --mat-button-outlined-label-text-size: 14px;
    }
    .who {
      padding: var(--space-4) var(--space-6);
      margin: 0;
    }
    .mdc-button mat-icon {
      display: none;
    }
    @include scale.under(desk) {
      .mdc-button {
        --mat-button-outlined-container-height: 44px;
        min-width: 44px;
        padding: 0 var(--space-4);
        --mat-button-outlined-outline-color: transparent;
      }
      .words {
        display: none;
      }
      .mdc-button mat-icon {
        display: block;
        margin: 0;
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class AccountMenu {
  protected readonly account = inject(AccountStore);
  protected readonly units = inject(UnitsStore);
  protected readonly theme = inject(ThemeStore);
  protected readonly outbox = inject(Outbox);
  private readonly dialog = inject(MatDialog);
  protected readonly isUs = (): boolean => this.units.system() === 'us';

  protected handOn(): Promise<void> {
    return openHandOn(this.dialog);
  }
  protected keys(): void {
    void openKeySheet(this.dialog);
  }
}
