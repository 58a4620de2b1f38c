import Papa from 'papaparse';

/** A cell that was made a date of: 7/8 in a spreadsheet that was not told it is text. */
export class DateCellError extends Error {}

const textOf = (cell: unknown): string =>
  typeof cell === 'string' || typeof cell === 'number' || typeof cell === 'boolean' ? String(cell) : '';

/**
 * The first sheet of a workbook as CSV, so that it is read and judged like one.
 * @throws DateCellError naming the cell, Error where the file is no workbook
 */
export async function sheetAsCsv(file: Blob): Promise<string> {
  const { readSheet } = await import('read-excel-file/universal');
  let rows: readonly (readonly unknown[])[];
  try {
    rows = await readSheet(file);
  } catch {
    throw new Error('this is not a whole .xlsx workbook');
  }
  const heads = rows[0] ?? [];
  rows.forEach((row, r) =>
    row.forEach((cell, c) => {
      if (cell instanceof Date)
        throw new DateCellError(
          `row ${r + 1}, ${textOf(heads[c]) || `column ${c + 1}`}: the spreadsheet made a date of it. Format the column as text, and type it again.`,
        );
    }),
  );
  return Papa.unparse(
    rows.map((row) => row.map(textOf)),
    { newline: '\n' },
  );
}
