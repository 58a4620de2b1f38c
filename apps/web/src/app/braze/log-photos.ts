import { ChangeDetectionStrategy, Component, input, model, signal } from '@angular/core';
import { sendPicture } from '../data/api';
import { newId } from '../data/outbox';

const MOST = 6;

/** Photographs of a joint: taken or picked, sent at once, shown small. */
@Component({
  selector: 'hp-log-photos',
  template: `
    @for (id of pictureIds(); track id; let n = $index) {
      <figure>
        <a [href]="'/api/pictures/' + id" target="_blank" rel="noopener"
          ><img [src]="'/api/pictures/' + id" [alt]="'Photograph ' + (n + 1) + ' of ' + mark()"
        /></a>
        @if (open()) {
          <button type="button" class="button" [attr.aria-label]="'Leave out photograph ' + (n + 1)" (click)="drop(id)">
            ✕
          </button>
        }
      </figure>
    }
    @if (open() && pictureIds().length < most) {
      <label class="button">
        {{ busy() ? 'Sending …' : 'Add a photograph' }}
        <input
          #file
          class="visually-hidden"
          type="file"
          accept="image/jpeg,image/png,image/webp"
          capture="environment"
          (change)="add(file)"
        />
      </label>
    }
    @if (failure(); as f) {
      <p class="says-problem" role="alert">✕ {{ f }}</p>
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
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
    figure .button {
      position: absolute;
      top: 2px;
      right: 2px;
      min-height: 24px;
      min-width: 24px;
      padding: 0 4px;
    }
    label:focus-within {
      outline: 2px solid var(--copper);
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
  protected readonly busy = signal(false);
  protected readonly failure = signal<string | null>(null);

  protected drop(id: string): void {
    this.pictureIds.set(this.pictureIds().filter((p) => p !== id));
  }

  protected async add(input: HTMLInputElement): Promise<void> {
    const file = input.files?.[0];
    input.value = '';
    if (!file || this.busy()) return;
    this.busy.set(true);
    this.failure.set(null);
    const id = newId();
    try {
      await sendPicture(id, file);
      this.pictureIds.set([...this.pictureIds(), id]);
    } catch (e) {
      this.failure.set(`${file.name}: ${(e as Error).message}`);
    } finally {
      this.busy.set(false);
    }
  }
}
