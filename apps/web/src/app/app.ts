import { ChangeDetectionStrategy, Component, computed, effect, HostListener, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import { MatDialog } from '@angular/material/dialog';
import { Router, RouterOutlet } from '@angular/router';
import { map, merge } from 'rxjs';
import { AccountStore } from './data/account.store';
import { underWay } from './data/under-way';
import { UnderWayBar } from './layout/under-way-bar';
import { SignIn } from './people/sign-in';
import { HeldEntries } from './shell/held-entries';
import { openKeySheet, openPalette } from './shell/palette-opener';
import { JOB_PLACES } from './shell/places';
import { isBesideTorch, urlOf } from './shell/url-of';

/** The whole application: pages above, what is held here below; keys that work anywhere. */
@Component({
  selector: 'hp-root',
  imports: [MatButtonModule, RouterOutlet, HeldEntries, SignIn, UnderWayBar],
  template: `
    @if (isOpen()) {
      <router-outlet />
    } @else if (account.me() && !account.mustChange()) {
      <div class="page" [attr.inert]="account.mustSignIn() ? '' : null">
        <router-outlet />
        @if (underWay().length && !behindDialog()) {
          @defer (on immediate) {
            <hp-under-way-bar class="no-print" />
          }
        }
        <hp-held-entries class="no-print" />
      </div>
    } @else if (account.away()) {
      <section role="alert">
        <h1>The server is not answering.</h1>
        <button matButton="filled" (click)="account.load()">Try again</button>
      </section>
    }
    @if (!isOpen() && (account.mustSignIn() || account.mustChange())) {
      <hp-sign-in />
    }
  `,
  styles: `
    :host,
    .page {
      display: flex;
      flex-direction: column;
      height: 100%;
    }
    section {
      margin: var(--space-9) auto;
      display: grid;
      gap: var(--space-5);
    }
    @media print {
      .page {
        display: block;
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class App {
  private readonly dialog = inject(MatDialog);
  private readonly router = inject(Router);
  protected readonly account = inject(AccountStore);
  private readonly url = urlOf(this.router);
  protected readonly underWay = underWay;
  /** A dialog shows at its own foot what is under way. */
  protected readonly behindDialog = toSignal(
    merge(this.dialog.afterOpened.pipe(map(() => true)), this.dialog.afterAllClosed.pipe(map(() => false))),
    { initialValue: false },
  );
  /** One joint, now, is for anybody. */
  protected readonly isOpen = computed(() => /^\/now(\?|$)/.test(this.url()));

  constructor() {
    effect(() => {
      if (this.account.me()?.secondFactor === 'wanted') void this.router.navigateByUrl('/account');
    });
    void this.account.load();
  }

  /** Ctrl+K finds; 1 to 5, with or without Alt, go to the places, ? opens the key sheet; never while something is typed. */
  @HostListener('document:keydown', ['$event'])
  async onKey(event: KeyboardEvent): Promise<void> {
    const target = event.target as HTMLElement;
    if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'k' && this.account.me()) {
      event.preventDefault();
      if (!this.dialog.openDialogs.length) await openPalette(this.dialog);
      return;
    }
    if (event.defaultPrevented || event.ctrlKey || event.metaKey || this.dialog.openDialogs.length) return;
    // Beside the torch a key that slips must not lead away from the work.
    if (isBesideTorch(this.router.url) || this.account.mustSignIn()) return;
    if (target.closest('input, textarea, select, [contenteditable], mat-select')) return;
    if (event.key === '?') {
      await openKeySheet(this.dialog);
      return;
    }
    const place = JOB_PLACES[Number(event.key) - 1]?.path;
    const job = /^\/job\/([^/?]+)/.exec(this.router.url)?.[1];
    if (place && job) {
      event.preventDefault();
      await this.router.navigate(['/job', job, place]);
    }
  }
}
