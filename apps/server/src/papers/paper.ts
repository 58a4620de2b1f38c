import { type House, usualPaper } from '@hephaist/contracts/records/house';
import { inUnits } from '@hephaist/core/units/say';
import type { UnitSystem } from '@hephaist/core/units/units';
import type { Known } from '../follow/known.js';
import type { PaperSize } from '../pdf/document.js';
import { REFUSED, type Row, Sheet } from '../pdf/sheet.js';

/** For whom and how a paper is written. */
export interface PaperAsked {
  readonly units: UnitSystem;
  readonly size: PaperSize;
  readonly company: string;
  /** Editions of its codes as the company states them; empty where it states none. */
  readonly editions: string;
  /** The laboratory whose reports are usual; empty where it names none. */
  readonly laboratory: string;
  /** Day it is printed. */
  readonly day: string;
}

/** Paper, editions and laboratory of a company; Letter goes with US units where it says nothing. */
export const ofHouse = (
  house: House | undefined,
  units: UnitSystem,
): Pick<PaperAsked, 'size' | 'editions' | 'laboratory'> => ({
  size: house?.paper ?? usualPaper(units),
  editions: house?.editions ?? '',
  laboratory: house?.laboratory ?? '',
});

/** A paper on the company's own sheet: what it is, its parts, who signed, and the edition of the code. */
export class Paper {
  readonly sheet: Sheet;

  constructor(
    title: string,
    says: string,
    private readonly asked: PaperAsked,
  ) {
    this.sheet = new Sheet(title, `${asked.company} · ${title} · printed ${asked.day}`, {
      layout: 'portrait',
      size: asked.size,
    });
    this.sheet.title(title, says);
  }

  say(text: string): string {
    return inUnits(text, this.asked.units);
  }

  facts(rows: readonly (readonly [name: string, says: string])[]): void {
    this.sheet.facts(rows.map(([name, says]) => [name, this.say(says)] as const));
  }

  /** Variables, one a row. */
  variables(columns: readonly (readonly [name: string, share: number])[], rows: readonly Row[]): void {
    this.sheet.table(columns, rows);
  }

  heading(text: string): void {
    this.sheet.heading(this.say(text), 11);
  }

  line(text: string, colour?: string): void {
    this.sheet.para(this.say(text), colour, 9);
  }

  /** The statement, who signed it, and the edition that the company works to. */
  async statement(known: Known, words: string, recordId: string): Promise<Buffer> {
    this.heading('Statement');
    this.line(words);
    const signed = await known.signed(recordId);
    for (const s of signed) this.line(`Signed by ${s}`);
    if (!signed.length) this.line('Not signed.');
    const annulled = known.why.get(recordId);
    if (annulled) this.line(`Annulled: ${annulled.reason}`, REFUSED);
    this.line(
      `${this.asked.editions ? `Editions as the company states them: ${this.asked.editions}.` : 'The company states no edition of its codes.'} Limits of codes are from memory: check the current code book. Hephaist certifies nothing.`,
    );
    return this.sheet.end();
  }
}
