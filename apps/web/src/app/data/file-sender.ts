import { signal } from '@angular/core';
import { saysOf } from '@hephaist/core/words/says-of';
import { newId } from './outbox';
import { sendPicture } from './papers';

/** Sends the file that was picked in an input, one at a time; what is wrong with it is told by its name. */
export class FileSender {
  readonly busy = signal(false);
  readonly failure = signal<string | null>(null);

  /** @param sends how it goes out; at once where left out */
  constructor(private readonly sends: (id: string, file: Blob) => Promise<unknown> = sendPicture) {}

  /** The id it is on file under; null where none was picked or it was refused. */
  async send(picked: HTMLInputElement): Promise<string | null> {
    const file = picked.files?.[0];
    picked.value = '';
    if (!file || this.busy()) return null;
    this.busy.set(true);
    this.failure.set(null);
    const id = newId();
    try {
      await this.sends(id, file);
      return id;
    } catch (e) {
      this.failure.set(`${file.name}: ${saysOf(e)}`);
      return null;
    } finally {
      this.busy.set(false);
    }
  }
}
