import { openPdf } from '../../pdf/document.js';
import type { Row } from '../rows.js';

export const INK = '#22252a';
export const COPPER = '#9a4921';
export const FINE = '#1f6b5c';
export const REFUSED = '#9b2c1f';
const HAIR = '#d9d2c3';
const MID = '#5c5a55';
/** Least height of a row, and what is left free beside a cell, points. */
const ROW = 13;
const GAP = 5;
const SIZE = 8;

/** A column of a table: which value, its share of the width, and a shorter title where the name is long. */
export type Column = readonly [name: string, share: number, title?: string];

/** Pages of a package: headings, paragraphs and long tables, each page numbered and headed. */
export class Sheet {
  readonly doc: PDFKit.PDFDocument;
  readonly done: Promise<Buffer>;
  private page = 0;

  constructor(
    title: string,
    private readonly foot: string,
  ) {
    const { doc, done } = openPdf(title, 'landscape');
    [this.doc, this.done] = [doc, done];
    this.number();
    doc.on('pageAdded', () => this.number());
  }

  get left(): number {
    return this.doc.page.margins.left;
  }
  get width(): number {
    return this.doc.page.width - this.left - this.doc.page.margins.right;
  }
  private get bottom(): number {
    return this.doc.page.height - this.doc.page.margins.bottom;
  }

  /** Foot of each page; the place where text goes on is kept. */
  private number(): void {
    const { doc } = this;
    this.page += 1;
    const { bottom } = doc.page.margins;
    doc.page.margins.bottom = 0;
    doc
      .font('body')
      .fontSize(8)
      .fillColor(MID)
      .text(`${this.foot} · page ${this.page}`, this.left, doc.page.height - 30, { lineBreak: false });
    doc.page.margins.bottom = bottom;
    doc.x = this.left;
    doc.y = doc.page.margins.top;
    doc.fillColor(INK);
  }

  /** A fresh page where less than this is left. */
  room(height: number): void {
    if (this.doc.y + height > this.bottom) this.doc.addPage();
  }

  /** Begins a part of the package on a page of its own. */
  part(title: string, says = ''): void {
    this.doc.addPage();
    this.doc.outline.addItem(title);
    this.doc.font('strong').fontSize(18).fillColor(INK).text(title, this.left, this.doc.y, { width: this.width });
    if (says) this.para(says);
    this.doc.moveDown(0.5);
  }

  heading(text: string, size = 11.5): void {
    this.room(3 * size);
    this.doc.moveDown(0.4).font('strong').fontSize(size).fillColor(INK);
    this.doc.text(text, this.left, this.doc.y, { width: this.width });
  }

  para(text: string, colour = INK, size = 9.5): void {
    this.room(2 * size);
    this.doc.font('body').fontSize(size).fillColor(colour).text(text, this.left, this.doc.y, { width: this.width });
  }

  /** A table whose rows are as high as their longest cell; its titles stand again on each page. */
  table(columns: readonly Column[], rows: readonly Row[], toneOf?: (row: Row) => string | null): void {
    const total = columns.reduce((sum, [, share]) => sum + share, 0);
    const widths = columns.map(([, share]) => (share / total) * this.width);
    const titles = columns.map(([name, , title]) => title ?? name);
    const titled = (): void => this.row(titles, widths, 'strong', INK);
    this.room(3 * ROW);
    titled();
    for (const row of rows)
      this.row(
        columns.map(([name]) => row[name] ?? ''),
        widths,
        'body',
        toneOf?.(row) ?? INK,
        titled,
      );
    this.doc.x = this.left;
    this.doc.y += 4;
  }

  private row(
    texts: readonly string[],
    widths: readonly number[],
    font: 'body' | 'strong',
    colour: string,
    onNewPage?: () => void,
  ): void {
    const { doc } = this;
    const set = (): unknown => doc.font(font).fontSize(SIZE).fillColor(colour);
    set();
    const cells = texts.map((text) => text.replaceAll(' %', '\u00a0%'));
    const room = widths.map((w) => w - GAP);
    const fits = cells.map((cell, i) => !cell.includes('\n') && doc.widthOfString(cell) <= (room[i] ?? 0));
    const high = cells.map((cell, i) => (fits[i] ? 0 : doc.heightOfString(cell, { width: room[i] ?? 0 })));
    const height = Math.max(ROW, Math.max(...high) + 3);
    if (onNewPage && doc.y + height > this.bottom) {
      doc.addPage();
      onNewPage();
      set();
    }
    const y = doc.y;
    let x = this.left;
    cells.forEach((cell, i) => {
      const how = fits[i] ? { lineBreak: false } : { width: room[i] ?? 0 };
      if (cell) doc.text(cell, x, y + 2, how);
      x += widths[i] ?? 0;
    });
    doc
      .moveTo(this.left, y + height)
      .lineTo(this.left + this.width, y + height)
      .lineWidth(font === 'strong' ? 0.8 : 0.4)
      .stroke(HAIR);
    doc.y = y + height;
  }

  end(): Promise<Buffer> {
    this.doc.end();
    return this.done;
  }
}
