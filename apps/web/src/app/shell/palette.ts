import { ChangeDetectionStrategy, Component, computed, effect, inject, signal, untracked } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import { MatAutocompleteModule } from '@angular/material/autocomplete';
import { MatDialogRef } from '@angular/material/dialog';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { Router } from '@angular/router';
import { debounceTime, switchMap } from 'rxjs';
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
        (input)="type($any($event.target).value)"
        [matAutocomplete]="list"
        #box="matAutocompleteTrigger"
        (keydown.enter)="enter(box.activeOption?.value)"
      />
    </mat-form-field>
    <mat-autocomplete
      #list="matAutocomplete"
      autoActiveFirstOption
      hideSingleSelectionIndicator
      (optionSelected)="choose($event.option.value)"
      [displayWith]="nothing"
    >
      @for (f of found(); track f.id) {
        <mat-option [value]="f" (mousedown)="pointed = true"
          ><span class="row"
            ><span class="kind">{{ f.kind }}</span
            ><strong>{{ f.name }}</strong> <span class="quiet">{{ f.says }}</span></span
          ></mat-option
        >
      }
    </mat-autocomplete>
    <p class="quiet" role="status">
      {{ says() }}
    </p>
  `,
  styles: `
    :host {
      display: grid;
      gap: var(--space-3);
      padding: var(--space-5) var(--space-6) var(--space-4);
    }
    .row {
      display: flex;
      gap: var(--space-4);
      align-items: baseline;
    }
    .kind {
      flex: 0 0 72px;
      font-size: var(--type-small);
      color: var(--mid);
    }
    p {
      margin: 0;
      font-size: var(--type-small);
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
  /** For which text the server has answered: until then nothing found is no answer yet. */
  private readonly sought = signal<string | null>(null);
  private readonly looking = computed(() => this.sought() !== this.typed());
  protected readonly says = computed(() => {
    if (this.found().length) return 'Arrows choose, Enter goes there, Esc leaves.';
    return this.looking() ? 'Looking …' : 'Nothing answers to that.';
  });
  /** Enter was pressed before there was an answer: the first one to come is gone to. */
  private entered = false;
  protected pointed = false;
  private gone = false;

  constructor() {
    toObservable(this.typed)
      .pipe(
        debounceTime(180),
        switchMap(async (typed) => {
          await this.findables.seek(typed);
          return typed;
        }),
        takeUntilDestroyed(),
      )
      .subscribe((typed) => this.sought.set(typed));
    effect(() => {
      const first = this.found()[0];
      if (first && !this.looking() && this.entered) untracked(() => this.go(first));
    });
  }

  protected type(typed: string): void {
    this.entered = false;
    this.typed.set(typed);
  }

  /**
   * Enter takes what is marked; before the list was drawn anew, what stands first in it. While the server is asked, only
   * what begins as it was typed, or was marked by hand, is gone to at once: what is meant may be still to come.
   */
  protected enter(marked: Findable | undefined): void {
    const found = this.found();
    const f = marked && found.includes(marked) ? marked : found[0];
    const meant =
      f !== undefined && (f !== found[0] || f.name.toLowerCase().startsWith(this.typed().trim().toLowerCase()));
    if (f && (meant || !this.looking())) this.go(f);
    else this.entered = this.looking();
  }

  /** By pointer it is meant; by Enter the list chooses what it marks, which may be no more than a first guess. */
  protected choose(f: Findable): void {
    if (this.pointed) this.go(f);
    else this.enter(f);
  }

  protected go(f: Findable): void {
    if (this.gone) return;
    this.gone = true;
    this.dialog.close();
    f.does?.();
    if (f.link) void this.router.navigate([...f.link], f.query ? { queryParams: f.query } : {});
  }
}
