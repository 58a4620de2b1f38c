import { openPdf, type PaperSize } from './document.js';

/** A row of a table: each value as text, by the name of its column. */
export type Row = Readonly<Record<string, string>>;

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

/** Pages of a paper: headings, paragraphs, facts and long tables, each page numbered as one of so many. */
export class Sheet {
  readonly doc: PDFKit.PDFDocument;
  readonly done: Promise<Buffer>;
  constructor(
    title: string,
    private readonly foot: string,
    how: { readonly layout?: 'portrait' | 'landscape'; readonly size?: PaperSize } = {},
  ) {
    const { doc, done } = openPdf(title, how.layout ?? 'landscape', how.size);
    [this.doc, this.done] = [doc, done];
    this.begin();
    doc.on('pageAdded', () => this.begin());
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

  private begin(): void {
    this.doc.x = this.left;
    this.doc.y = this.doc.page.margins.top;
    this.doc.fillColor(INK);
  }

  /** The foot of each page, once it is known how many there are. */
  private number(): void {
    const { doc } = this;
    const { start, count } = doc.bufferedPageRange();
    for (let i = start; i < start + count; i++) {
      doc.switchToPage(i);
      const { bottom } = doc.page.margins;
      doc.page.margins.bottom = 0;
      doc
        .font('body')
        .fontSize(8)
        .fillColor(MID)
        .text(`${this.foot} · page ${i + 1} of ${count}`, this.left, doc.page.height - 30, { lineBreak: false });
      doc.page.margins.bottom = bottom;
    }
  }

  /** A fresh page where less than this is left. */
  room(height: number): void {
    if (this.doc.y + height > this.bottom) this.doc.addPage();
  }

  /** Begins a part of the package on a page of its own. */
  part(title: string, says = ''): void {
    this.doc.addPage();
    this.doc.outline.addItem(title);
    this.title(title, says);
  }

  /** What the paper is, at its head. */
  title(text: string, says = ''): void {
    this.doc.font('strong').fontSize(18).fillColor(INK).text(text, this.left, this.doc.y, { width: this.width });
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

  /** Short facts, name and what it says, in columns beside each other. */
  facts(rows: readonly (readonly [name: string, says: string])[], columns = 2): void {
    const { doc } = this;
    const wide = this.width / columns;
    for (let from = 0; from < rows.length; from += columns) {
      const some = rows.slice(from, from + columns);
      const name = wide * 0.34;
      const high = some.map(([, says]) =>
        doc
          .font('body')
          .fontSize(9)
          .heightOfString(says || '–', { width: wide - name - GAP }),
      );
      const height = Math.max(14, ...high) + 3;
      this.room(height);
      const y = doc.y;
      some.forEach(([label, says], i) => {
        const x = this.left + i * wide;
        doc
          .font('body')
          .fontSize(8)
          .fillColor(MID)
          .text(label, x, y + 1, { width: name - GAP });
        doc
          .font('body')
          .fontSize(9)
          .fillColor(INK)
          .text(says || '–', x + name, y, { width: wide - name - GAP });
      });
      doc
        .moveTo(this.left, y + height - 1)
        .lineTo(this.left + this.width, y + height - 1)
        .lineWidth(0.4)
        .stroke(HAIR);
      [doc.x, doc.y] = [this.left, y + height];
    }
  }

  end(): Promise<Buffer> {
    this.number();
    this.doc.end();
    return this.done;
  }
}
