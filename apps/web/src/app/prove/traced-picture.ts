import { ChangeDetectionStrategy, Component, computed, input, signal } from '@angular/core';
import type { Coupon } from '@hephaist/contracts/records/coupon';
import { lengthOf, pathBetween } from './line-geometry';

/** The photograph that a face was read on, with its scale, bond line and voids as they were marked. */
@Component({
  selector: 'hp-traced-picture',
  template: `
    @if (face().trace; as t) {
      <svg [attr.viewBox]="'0 0 ' + size().w + ' ' + size().h" role="img" [attr.aria-label]="words()">
        <image
          [attr.href]="'/api/pictures/' + t.pictureId"
          [attr.width]="size().w"
          [attr.height]="size().h"
          preserveAspectRatio="xMidYMid meet"
        />
        <path [attr.d]="scale()" class="scale" [attr.stroke-width]="size().w / 300" />
        <path [attr.d]="line()" class="line" [attr.stroke-width]="size().w / 700" />
        @for (v of voids(); track $index) {
          <path [attr.d]="v" class="void" [attr.stroke-width]="size().w / 150" />
        }
      </svg>
      <p class="quiet">{{ words() }}</p>
    }
  `,
  styles: `
    svg {
      width: 100%;
      max-height: 260px;
      background: var(--paper);
    }
    path {
      fill: none;
    }
    .scale {
      stroke: #0b5d8a;
    }
    .line {
      stroke: #fffdf7;
    }
    .void {
      stroke: #e3471f;
    }
    p {
      font-size: var(--type-small);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TracedPicture {
  readonly face = input.required<Coupon['faces'][number]>();
  private readonly known = signal<{ id: string; w: number; h: number } | null>(null);
  /** Size of the picture, asked of the picture itself. */
  protected readonly size = computed(() => {
    const id = this.face().trace?.pictureId ?? '';
    const known = this.known();
    if (known?.id === id) return known;
    const image = new Image();
    image.onload = () => this.known.set({ id, w: image.naturalWidth, h: image.naturalHeight });
    image.src = `/api/pictures/${id}`;
    return { id, w: 1000, h: 400 };
  });
  protected readonly scale = computed(() => {
    const t = this.face().trace;
    return t ? pathBetween([t.scale.a, t.scale.b], 0, Infinity) : '';
  });
  protected readonly line = computed(() => pathBetween(this.face().trace?.line ?? [], 0, Infinity));
  protected readonly voids = computed(() => {
    const { trace, overlapM, voids } = this.face();
    if (!trace) return [];
    const perM = lengthOf(trace.line) / overlapM;
    return voids.map((v) => pathBetween(trace.line, v.fromM * perM, v.toM * perM));
  });
  protected readonly words = computed(() => {
    const t = this.face().trace;
    return `${this.face().name} side read on a photograph, ${t?.corrected ? 'corrected by hand' : 'as proposed'}`;
  });
}
