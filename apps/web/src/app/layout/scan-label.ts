import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  type ElementRef,
  inject,
  OnDestroy,
  signal,
  viewChild,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatDialogModule, MatDialogRef } from '@angular/material/dialog';
import { type Labelled, readLabel } from '@hephaist/contracts/exchange/label';
import { readCode } from './read-code';

/** How often the camera's picture is looked at, ms. */
const LOOK_MS = 300;

/** Reads a label by the camera, or from a picture of it, on this device. Closes with what it leads to. */
@Component({
  selector: 'hp-scan-label',
  imports: [MatButtonModule, MatDialogModule],
  template: `
    <h2 mat-dialog-title id="scan-title">Scan a label</h2>
    <mat-dialog-content>
      <video #video playsinline muted [hidden]="!seeing()" aria-label="What the camera sees"></video>
      <p role="status">{{ says() }}</p>
    </mat-dialog-content>
    <mat-dialog-actions>
      <button matButton mat-dialog-close>Leave it</button>
      <button matButton="outlined" (click)="file.click()">From a picture</button>
      <input
        #file
        class="visually-hidden"
        type="file"
        tabindex="-1"
        accept="image/jpeg,image/png,image/webp"
        aria-label="Picture of the label"
        (change)="fromPicture(file)"
      />
    </mat-dialog-actions>
  `,
  styles: `
    video {
      width: 100%;
      max-height: 50vh;
      border-radius: 8px;
      background: #000;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ScanLabel implements OnDestroy {
  private readonly dialog = inject<MatDialogRef<ScanLabel, Labelled>>(MatDialogRef);
  private readonly video = viewChild.required<ElementRef<HTMLVideoElement>>('video');
  protected readonly seeing = signal(false);
  protected readonly says = signal('Asking for the camera …');
  private stream: MediaStream | null = null;
  private timer: ReturnType<typeof setInterval> | null = null;
  private gone = false;

  constructor() {
    afterNextRender(() => void this.look());
  }

  private async look(): Promise<void> {
    try {
      this.stream = await navigator.mediaDevices.getUserMedia({ video: { facingMode: 'environment' } });
    } catch {
      this.says.set('No camera here, or it may not be used: take a picture of the label, or type its mark.');
      return;
    }
    if (this.gone) return this.stop();
    const video = this.video().nativeElement;
    video.srcObject = this.stream;
    await video.play().catch(() => undefined);
    this.seeing.set(true);
    this.says.set('Hold the label before the camera.');
    this.timer = setInterval(() => void this.read(video, video.videoWidth, video.videoHeight), LOOK_MS);
  }

  private async read(source: CanvasImageSource, width: number, height: number): Promise<boolean> {
    const text = await readCode(source, width, height);
    if (text === null || this.gone) return false;
    const label = readLabel(text);
    if (label) this.dialog.close(label);
    else this.says.set(`This is no label of ours: “${text.slice(0, 60)}”`);
    return true;
  }

  protected async fromPicture(input: HTMLInputElement): Promise<void> {
    const picked = input.files?.[0];
    input.value = '';
    if (!picked) return;
    try {
      const picture = await createImageBitmap(picked);
      if (!(await this.read(picture, picture.width, picture.height))) this.says.set('No code is seen in this picture.');
      picture.close();
    } catch {
      this.says.set(`${picked.name} is no picture.`);
    }
  }

  private stop(): void {
    if (this.timer) clearInterval(this.timer);
    for (const track of this.stream?.getTracks() ?? []) track.stop();
  }

  ngOnDestroy(): void {
    this.gone = true;
    this.stop();
  }
}
