import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import { MatAutocompleteModule } from '@angular/material/autocomplete';
import { MatDialogRef } from '@angular/material/dialog';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { Router } from '@angular/router';
import { debounceTime } from 'rxjs';
import { type Findable, findAmong } from './findable';
import { Findables } from './findables';

/** Finds any joint, line, brazer, procedure, coupon, lot, job, page or action by a few letters. */
@Component({
  selector: 'hp-palette',
  imports: [MatAutocompleteModule, MatFormFieldModule, MatInputModule],
  template: `
    <mat-form-field subscriptSizing="dynamic">
      <mat-label>Find or do</mat-label>
      <input
        matInput
        type="search"
        autocomplete="off"
        placeholder="PF-08, a name, BPS-1, hand over …"
        [value]="typed()"
        (input)="typed.set($any($event.target).value)"
        [matAutocomplete]="list"
        #box="matAutocompleteTrigger"
        (keydown.enter)="enter(box.activeOption?.value)"
      />
    </mat-form-field>
    <mat-autocomplete
      #list="matAutocomplete"
      autoActiveFirstOption
      hideSingleSelectionIndicator
      (optionSelected)="go($event.option.value)"
      [displayWith]="nothing"
    >
      @for (f of found(); track f.id) {
        <mat-option [value]="f"
          ><span class="row"
            ><span class="kind">{{ f.kind }}</span
            ><strong>{{ f.name }}</strong> <span class="quiet">{{ f.says }}</span></span
          ></mat-option
        >
      }
    </mat-autocomplete>
    <p class="quiet" role="status">
      {{ found().length ? 'Arrows choose, Enter goes there, Esc leaves.' : 'Nothing answers to that.' }}
    </p>
  `,
  styles: `
    :host {
      display: grid;
      gap: 6px;
      padding: 14px 16px 10px;
    }
    .row {
      display: flex;
      gap: 10px;
      align-items: baseline;
    }
    .kind {
      flex: 0 0 72px;
      font-size: 13px;
      color: var(--mid);
    }
    p {
      margin: 0;
      font-size: 13.5px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Palette {
  private readonly findables = inject(Findables);
  private readonly router = inject(Router);
  private readonly dialog = inject(MatDialogRef<Palette>);
  protected readonly typed = signal('');
  protected readonly found = computed(() => findAmong(this.findables.all(), this.typed()));
  protected readonly nothing = (): string => '';
  private gone = false;

  constructor() {
    toObservable(this.typed)
      .pipe(debounceTime(180), takeUntilDestroyed())
      .subscribe((typed) => void this.findables.seek(typed));
  }

  /** Enter takes what is marked; before the list was drawn anew, what stands first in it. */
  protected enter(marked: Findable | undefined): void {
    const found = this.found();
    const f = marked && found.includes(marked) ? marked : found[0];
    if (f) this.go(f);
  }

  protected go(f: Findable): void {
    if (this.gone) return;
    this.gone = true;
    this.dialog.close();
    f.does?.();
    if (f.link) void this.router.navigate([...f.link], f.query ? { queryParams: f.query } : {});
  }
}
