import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatMenuModule } from '@angular/material/menu';
import { RouterLink } from '@angular/router';
import { AccountStore } from '../data/account.store';
import { May } from '../signing/may';

/** Who is signed in; people, trail and signing out. */
@Component({
  selector: 'hp-account-menu',
  imports: [MatButtonModule, MatMenuModule, RouterLink, May],
  template: `
    @if (account.me(); as me) {
      <button
        matButton="outlined"
        [matMenuTriggerFor]="menu"
        [attr.aria-label]="me.person + ', ' + me.roles.join(', ')"
      >
        {{ me.person }} <span class="quiet">{{ me.roles.join(', ') }}</span>
      </button>
      <mat-menu #menu="matMenu">
        <a mat-menu-item routerLink="/account">Your account</a>
        <a mat-menu-item *hpMay="'give-roles'" routerLink="/people">People</a>
        <a mat-menu-item *hpMay="'trail'" routerLink="/trail">Audit trail</a>
        <a mat-menu-item routerLink="/on-file">Instruments, lots and papers</a>
        <a mat-menu-item routerLink="/shop">Tables, sources and weights</a>
        <button mat-menu-item (click)="account.signOut()">Sign out</button>
      </mat-menu>
    }
  `,
  styles: `
    :host {
      align-self: center;
      flex: none;
    }
    button {
      --mat-button-outlined-container-height: 28px;
      --mat-button-outlined-label-text-size: 14px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class AccountMenu {
  protected readonly account = inject(AccountStore);
}
