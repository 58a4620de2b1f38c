import { inject, Injectable } from '@angular/core';
import { MatSnackBar } from '@angular/material/snack-bar';
import { firstValueFrom } from 'rxjs';

/** Says for a while what was done, with a way back where there is one. */
@Injectable({ providedIn: 'root' })
export class Done {
  private readonly bar = inject(MatSnackBar);

  /** @param back takes it back, when somebody asks for it */
  say(words: string, back?: () => unknown): void {
    const open = this.bar.open(words, back ? 'Undo' : undefined);
    if (!back) return;
    void firstValueFrom(open.onAction(), { defaultValue: 'gone' as const }).then((asked) => {
      if (asked !== 'gone') back();
    });
  }
}
