import { ChangeDetectionStrategy, Component, HostListener, inject } from '@angular/core';
import { MatDialog } from '@angular/material/dialog';
import { Router, RouterOutlet } from '@angular/router';
import { HeldEntries } from './shell/held-entries';

/** The whole application: pages above, what is held here below; keys that work anywhere. */
@Component({
  selector: 'hp-root',
  imports: [RouterOutlet, HeldEntries],
  template: `<router-outlet /><hp-held-entries class="no-print" />`,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      height: 100%;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class App {
  private readonly dialog = inject(MatDialog);
  private readonly router = inject(Router);

  /** 1 to 5, with or without Alt, go to the places, ? opens the key sheet; never while something is typed. */
  @HostListener('document:keydown', ['$event'])
  async onKey(event: KeyboardEvent): Promise<void> {
    const target = event.target as HTMLElement;
    if (event.defaultPrevented || event.ctrlKey || event.metaKey || this.dialog.openDialogs.length) return;
    // Beside the torch a key that slips must not lead away from the work.
    if (this.router.url.includes('/live/')) return;
    if (target.closest('input, textarea, select, [contenteditable], mat-select')) return;
    if (event.key === '?') {
      const { KeySheet } = await import('./shell/key-sheet');
      this.dialog.open(KeySheet, { ariaLabelledBy: 'key-sheet-title' });
      return;
    }
    const place = ['plan', 'braze', 'prove', 'keep', 'practise'][Number(event.key) - 1];
    const job = /^\/job\/([^/?]+)/.exec(this.router.url)?.[1];
    if (place && job) {
      event.preventDefault();
      await this.router.navigate(['/job', job, place]);
    }
  }
}
