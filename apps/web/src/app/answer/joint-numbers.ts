import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatTooltipModule } from '@angular/material/tooltip';
import type { Line } from '@hephaist/contracts/records/line';
import { probabilityInBand } from '@hephaist/core/fit-up/gap-verdict';
import type { JointPlan } from '@hephaist/core/joint/plan';
import { PURGE_LIMIT_PA } from '@hephaist/core/purge/pressure-limit';
import { PATCH_CROWN_M, PATCH_SOURCE, PATCH_TIN_M } from '@hephaist/core/repair/patch';
import { sourceLine } from '@hephaist/core/source/source';
import { formatDuration } from '@hephaist/core/units/units';
import { WordOf } from '../layout/word';
import { UnitsStore } from '../units/units.store';

interface Figure {
  readonly label: string;
  readonly value: string;
  readonly after: string;
  readonly tone: string;
  readonly why: string;
  /** The word of the trade that its label is. */
  readonly word?: string;
}

/** The five numbers that matter, each with its working on hover or focus. */
@Component({
  selector: 'hp-joint-numbers',
  imports: [MatTooltipModule, WordOf],
  template: `
    <dl class="sheet">
      @for (f of figures(); track f.label) {
        <div tabindex="0" [matTooltip]="f.why" matTooltipPosition="above">
          <dt>
            @if (f.word; as term) {
              <hp-word [term]="term">{{ f.label }}</hp-word>
            } @else {
              {{ f.label }}
            }
          </dt>
          <dd [class]="f.tone">
            <strong>{{ f.value }}</strong> <span>{{ f.after }}</span>
          </dd>
        </div>
      }
    </dl>
  `,
  styles: `
    @use 'scale';

    dl {
      display: grid;
      grid-template-columns: repeat(5, auto);
    }
    div {
      padding: var(--space-3) var(--space-4) var(--space-4);
      border-left: 1px solid var(--hairline);
    }
    div:first-child {
      border-left: 0;
    }
    dt {
      font-size: var(--type-small);
      color: var(--mid);
      white-space: nowrap;
    }
    strong {
      font: 600 var(--type-head) var(--face);
    }
    span {
      font-size: var(--type-small);
      margin-left: var(--space-2);
    }
    dd {
      white-space: nowrap;
    }
    @include scale.under(hand) {
      dl {
        grid-template-columns: repeat(2, 1fr);
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class JointNumbers {
  readonly plan = input.required<JointPlan>();
  readonly line = input<Line | undefined>();
  private readonly units = inject(UnitsStore);

  protected readonly figures = computed((): Figure[] => [
    ...(this.plan().patch ? this.patch() : [this.cold(), this.hot(), this.overlap()]),
    this.rating(),
    this.purge(),
  ]);

  /** A patch has no gap and no lap: how large the hole is, how far it is tinned, what is built up. */
  private patch(): Figure[] {
    const { patch, filler, selection } = this.plan();
    const hole = patch?.holeM ?? 0;
    const figure = (label: string, value: string, why: string): Figure => {
      const [number = '', ...unit] = value.split(' ');
      return { label, value: number, after: unit.join(' '), tone: '', why };
    };
    const round = hole + 2 * PATCH_TIN_M;
    const show = (m: number): string => this.units.show(m, 'diameter');
    return [
      figure('Hole', show(hole), 'Longest extent of the hole or crack.'),
      figure(
        'Tinned across',
        show(round),
        `${show(PATCH_TIN_M)} beyond the edge all round. ${sourceLine(PATCH_SOURCE)}.`,
      ),
      filler
        ? figure(
            `${selection.chosen?.filler.id ?? 'Rod'} built up`,
            this.units.show(filler.massKg, 'filler'),
            `A low dome ${show(PATCH_CROWN_M)} high: 2/3 h π/4 d², with loss.`,
          )
        : { label: 'Rod', value: '–', after: 'none', tone: 'refused', why: 'No filler class serves this patch.' },
    ];
  }

  /** A gap without unit or leading zero, for tight places. */
  private bare(m: number): string {
    return this.units.show(m, 'gap', false).replace(/^0\./, '.');
  }

  private cold(): Figure {
    const { gap } = this.plan();
    const show = (m: number): string => this.units.show(m, 'gap');
    return {
      word: 'Gap per side',
      label: `Gap per side, cold, ${this.units.show(0, 'gap').replace(/^\S+ /, '')}`,
      value: this.units.show(gap.sideM, 'gap', false),
      after: `${this.bare(gap.minM)}–${this.bare(gap.maxM)}`,
      tone: '',
      why: `(${show(gap.socketIdM)} − ${show(gap.tubeOdM)}) / 2; ${show(2 * gap.sideM)} across. ${sourceLine(gap.source)}. ${gap.notes.join('. ')}`,
    };
  }

  private hot(): Figure {
    const { selection, gap } = this.plan();
    const chosen = selection.chosen;
    if (!chosen)
      return {
        label: 'At brazing heat',
        value: '–',
        after: 'no rod',
        tone: 'refused',
        why: 'No filler class serves this joint.',
      };
    const fine = chosen.gapVerdict === 'in band';
    const band = chosen.filler.gapBandM;
    const likely = Math.round(100 * probabilityInBand(chosen.gap.sideM, gap.sdM, band));
    return {
      label: `At ${this.units.show(chosen.gap.tempK, 'temperature')}`,
      value: this.units.show(chosen.gap.sideM, 'gap', false),
      after: `${chosen.gapVerdict} ${fine ? '●' : '▲'}`,
      tone: fine ? 'fine' : 'caution',
      why: `${chosen.filler.id} wants ${this.units.show(band.min, 'gap', false)} to ${this.units.show(band.max, 'gap')} per side (${sourceLine(chosen.filler.gapSource)}); ${likely} % likely in band. Off-centre one side opens to ${this.units.show(chosen.gap.offCentreM, 'gap')}.`,
    };
  }

  private overlap(): Figure {
    const { overlap } = this.plan();
    const show = (m: number | null): string => (m === null ? '–' : this.units.show(m, 'length'));
    const governs = overlap.answers.find((a) => a.governs);
    return {
      word: 'Overlap',
      label: 'Overlap, governing',
      value: this.units.show(overlap.overlapM, 'length', false),
      after: `${this.units.show(overlap.overlapM, 'length').replace(/^\S+ /, '')} · ${governs?.id ?? ''}`,
      tone: overlap.enough ? '' : 'caution',
      why: `${overlap.answers.map((a) => `${a.id} ${show(a.overlapM)}`).join(', ')}. A filled lap carries ${(overlap.lapShearN / overlap.tubePullN).toFixed(0)} times what pulls the tube apart.`,
    };
  }

  private rating(): Figure {
    const { rating } = this.plan();
    const design = this.line()?.designPa ?? 0;
    if (rating.ratedPa === null)
      return {
        label: 'Rated after brazing',
        value: '–',
        after: 'no rating on file',
        tone: 'caution',
        why: this.units.say(rating.says),
      };
    const drawn =
      rating.drawnPa === null
        ? ''
        : ` Its drawn rating, ${this.units.show(rating.drawnPa, 'pressure')}, is lost to the heat.`;
    return {
      label: 'Rated after brazing',
      value: this.units.show(rating.ratedPa, 'pressure', false),
      after: `${this.units.show(0, 'pressure').replace(/^\S+ /, '')} · design ${this.units.show(design, 'pressure', false)}`,
      tone: rating.verdict === 'holds' ? '' : rating.verdict === 'under test pressure' ? 'caution' : 'refused',
      why: `${this.units.say(rating.says)}. Least wall ${this.units.show(rating.leastWallM, 'gap')}. ${sourceLine(rating.source)}${rating.source.note ? `; ${rating.source.note}` : ''}; check the current edition.${drawn}`,
    };
  }

  private purge(): Figure {
    const { purge, service } = this.plan();
    if (!purge) return { label: 'Nitrogen', value: 'none', after: service.purgeWhy, tone: '', why: service.purgeWhy };
    return {
      word: 'Purge',
      label: 'Nitrogen first, then',
      value: formatDuration(purge.waitS),
      after: `· ${this.units.show(purge.trickleM3s, 'flow')}`,
      tone: '',
      why: `Fill at ${this.units.show(purge.fillM3s, 'flow')}: ${this.units.show(purge.volumeM3, 'volume')} to ${purge.limit * 100} % oxygen at the far end: plug ${formatDuration(purge.plugS)}, well mixed ${formatDuration(purge.wellMixedS)}, with dispersion ${formatDuration(purge.dispersedS)}. Whole line counted at this bore.${purge.byPressure ? ` The bore is too narrow for the usual flow: set ${this.units.show(Math.min(PURGE_LIMIT_PA, Math.max(purge.tricklePa, 0)), 'gauge')} at the regulator and let the pressure set the flow; the wait is longer for it.` : ''}${purge.stratifies ? ' The gas moves so slowly that it may layer in this bore if it lies level: trust the analyser.' : ''}`,
    };
  }
}
