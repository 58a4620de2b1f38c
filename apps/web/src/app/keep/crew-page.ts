import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { continuity } from '@hephaist/core/qualification/continuity';
import { continuityEvents, validCoupons } from '@hephaist/core/qualification/may-braze';
import { coverLines } from '@hephaist/core/qualification/range';
import { ASME_RULES } from '@hephaist/core/rules/rule-sets';
import { CrewStore } from '../data/crew.store';
import { Cell } from '../layout/cell';
import { Page } from '../layout/page';
import { PageHead } from '../layout/page-head';
import { PaperLink } from '../layout/paper';
import { type Column, Table } from '../layout/table';
import { May } from '../signing/may';
import { hereZone, localNow } from '../time/zone';
import { AddBrazer } from './add-brazer';

const SOON_DAYS = 30;

/** The crew of the company: who is on file, what their passed coupons cover together, and how long each is good. */
@Component({
  selector: 'hp-crew-page',
  imports: [AddBrazer, Cell, May, Page, PageHead, PaperLink, RouterLink, Table],
  template: `
    <hp-page>
      <hp-page-head title="Crew">
        <hp-add-brazer *hpMay="'write:brazer'" />
      </hp-page-head>
      <hp-table
        [rows]="rows()"
        [columns]="columns"
        empty="Nobody is on file yet. Put the first brazer on file; a passed coupon then says what they may braze."
      >
        <ng-template hpCell="who" [rows]="rows()" let-row>
          <a [routerLink]="['/follow', 'brazer', row.brazer.id]"
            ><strong>{{ row.brazer.name }}</strong></a
          >
          <p class="quiet">mark {{ row.brazer.mark }}</p>
        </ng-template>
        <ng-template hpCell="covers" [rows]="rows()" let-row>
          @for (c of row.covers; track c.fNumber + c.pNumbers.join()) {
            <p>F-{{ c.fNumber }}, P-{{ c.pNumbers[0] }} to P-{{ c.pNumbers[1] }}: {{ c.positions.join(', ') }}</p>
          } @empty {
            <p class="quiet">nothing yet: no passed coupon counts</p>
          }
        </ng-template>
        <ng-template hpCell="card" [rows]="rows()" let-row>
          <hp-paper kind="brazer" [plain]="true" [id]="row.brazer.id">Card</hp-paper>
        </ng-template>
      </hp-table>
      <p class="quiet">
        Good through by six months’ continuity, ASME IX from memory; a job’s own rules are on its board under Keep.
        Check the current code book.
      </p>
    </hp-page>
  `,
  styles: `
    :host {
      display: contents;
    }
    p {
      margin: 0;
    }
    hp-table + p {
      margin-top: var(--space-5);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CrewPage {
  private readonly crew = inject(CrewStore);
  private readonly today = localNow(hereZone()).slice(0, 10);
  readonly rows = computed(() =>
    this.crew.records().map(({ brazer, record }) => {
      const passed = validCoupons(record, this.today);
      const kept = continuity(continuityEvents(record, ASME_RULES), this.today, ASME_RULES);
      return { brazer, covers: brazer.withdrawnOn ? [] : coverLines(passed), kept, coupons: record.coupons.length };
    }),
  );
  protected readonly columns: readonly Column<Row>[] = [
    { id: 'who', head: 'Brazer', names: true },
    { id: 'state', head: 'Stands', text: (r) => stands(r).words, tone: (r) => stands(r).tone },
    { id: 'covers', head: 'Covers' },
    { id: 'coupons', head: 'Coupons', text: (r) => String(r.coupons), number: true },
    { id: 'card', head: 'Paper' },
  ];
}
type Row = ReturnType<CrewPage['rows']>[number];

/** How a brazer stands today, in words. */
function stands({ brazer, kept, covers }: Row): { words: string; tone: 'fine' | 'caution' | 'refused' | 'quiet' } {
  if (brazer.withdrawnOn) return { words: `✕ withdrawn ${brazer.withdrawnOn}`, tone: 'refused' };
  if (kept.daysLeft === null || !covers.length) return { words: 'not qualified yet', tone: 'quiet' };
  if (kept.daysLeft < 0) return { words: `✕ lapsed ${-kept.daysLeft} days ago`, tone: 'refused' };
  return kept.daysLeft <= SOON_DAYS
    ? { words: `▲ ${kept.daysLeft} days left, good through ${kept.goodThrough}`, tone: 'caution' }
    : { words: `✓ good through ${kept.goodThrough}`, tone: 'fine' };
}
