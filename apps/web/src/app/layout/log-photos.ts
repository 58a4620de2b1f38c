import { ChangeDetectionStrategy, Component, inject, input, model } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatIconModule } from '@angular/material/icon';
import { FileSender } from '../data/file-sender';
import { HeldPictures } from '../data/held-pictures';

const MOST = 6;

/** Photographs of a joint: taken or picked, sent at once, shown small. */
@Component({
  selector: 'hp-log-photos',
  imports: [MatButtonModule, MatIconModule],
  template: `
    @for (id of pictureIds(); track id; let n = $index) {
      <figure>
        <a [href]="at(id)" target="_blank" rel="noopener"
          ><img [src]="at(id)" [alt]="'Photograph ' + (n + 1) + ' of ' + mark()"
        /></a>
        @if (open()) {
          <button
            type="button"
            matButton="outlined"
            [attr.aria-label]="'Leave out photograph ' + (n + 1)"
            (click)="drop(id)"
          >
            ✕
          </button>
        }
      </figure>
    }
    @if (open() && pictureIds().length < most) {
      <button matButton="outlined" type="button" [disabled]="busy()" (click)="file.click()">
        {{ busy() ? 'Sending …' : 'Add a photograph' }}
      </button>
      <input
        #file
        class="visually-hidden"
        type="file"
        tabindex="-1"
        aria-label="Photograph of the joint"
        accept="image/jpeg,image/png,image/webp"
        capture="environment"
        (change)="add(file)"
      />
    }
    @if (failure(); as f) {
      <p class="says-problem" role="alert">✕ {{ f }}</p>
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-wrap: wrap;
      gap: var(--space-4);
      align-items: center;
    }
    figure {
      position: relative;
      margin: 0;
    }
    img {
      width: 74px;
      height: 74px;
      object-fit: cover;
      border-radius: 4px;
      border: 1px solid var(--hairline);
      display: block;
    }
    figure .mdc-button {
      position: absolute;
      top: 2px;
      right: 2px;
      min-height: 24px;
      min-width: 24px;
      padding: 0 var(--space-2);
    }
    p {
      width: 100%;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LogPhotos {
  readonly pictureIds = model.required<readonly string[]>();
  readonly mark = input.required<string>();
  /** More may be added. */
  readonly open = input(false);
  protected readonly most = MOST;
  private readonly pictures = inject(HeldPictures);
  private readonly sender = new FileSender((id, file) => this.pictures.send(id, file));
  /** Where it is shown from: this device while the server has none. */
  protected readonly at = (id: string): string => this.pictures.shownAt(id) ?? `/api/pictures/${id}`;
  protected readonly busy = this.sender.busy;
  protected readonly failure = this.sender.failure;

  protected drop(id: string): void {
    this.pictureIds.set(this.pictureIds().filter((p) => p !== id));
  }

  protected async add(picked: HTMLInputElement): Promise<void> {
    const id = await this.sender.send(picked);
    if (id) this.pictureIds.set([...this.pictureIds(), id]);
  }
}
