import { strToU8, zipSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import { DateCellError, sheetAsCsv } from './spreadsheet';

const NS = 'http://schemas.openxmlformats.org';
/** A workbook of one sheet; a cell is text, a number, or a date by its style. */
function workbook(rows: readonly (readonly (string | number | { readonly date: number })[])[]): Blob {
  const cell = (v: string | number | { readonly date: number }, r: number, c: number): string => {
    const at = `${String.fromCharCode(65 + c)}${r + 1}`;
    if (typeof v === 'string') return `<c r="${at}" t="inlineStr"><is><t>${v}</t></is></c>`;
    return typeof v === 'number' ? `<c r="${at}"><v>${v}</v></c>` : `<c r="${at}" s="1"><v>${v.date}</v></c>`;
  };
  const sheet = rows.map((row, r) => `<row r="${r + 1}">${row.map((v, c) => cell(v, r, c)).join('')}</row>`).join('');
  const main = `${NS}/spreadsheetml/2006/main`;
  const files = {
    '[Content_Types].xml': `<Types xmlns="${NS}/package/2006/content-types"><Default Extension="xml" ContentType="application/xml"/><Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/></Types>`,
    '_rels/.rels': `<Relationships xmlns="${NS}/package/2006/relationships"><Relationship Id="r1" Type="${NS}/officeDocument/2006/relationships/officeDocument" Target="xl/workbook.xml"/></Relationships>`,
    'xl/workbook.xml': `<workbook xmlns="${main}" xmlns:r="${NS}/officeDocument/2006/relationships"><sheets><sheet name="Joints" sheetId="1" r:id="r1"/></sheets></workbook>`,
    'xl/_rels/workbook.xml.rels': `<Relationships xmlns="${NS}/package/2006/relationships"><Relationship Id="r1" Type="${NS}/officeDocument/2006/relationships/worksheet" Target="worksheets/sheet1.xml"/><Relationship Id="r2" Type="${NS}/officeDocument/2006/relationships/styles" Target="styles.xml"/></Relationships>`,
    'xl/styles.xml': `<styleSheet xmlns="${main}"><cellXfs><xf numFmtId="0"/><xf numFmtId="14"/></cellXfs></styleSheet>`,
    'xl/worksheets/sheet1.xml': `<worksheet xmlns="${main}"><sheetData>${sheet}</sheetData></worksheet>`,
  };
  const zip = zipSync(Object.fromEntries(Object.entries(files).map(([path, text]) => [path, strToU8(text)])));
  return new Blob([zip as Uint8Array<ArrayBuffer>]);
}

describe('a workbook of joints', () => {
  it('is read as CSV is: texts and numbers as they stand', async () => {
    const csv = await sheetAsCsv(
      workbook([
        ['mark', 'line', 'size', 'gap'],
        ['PF-80', 'Plasma freezer, suction', '7/8', 0.003],
      ]),
    );
    expect(csv).toBe('mark,line,size,gap\nPF-80,"Plasma freezer, suction",7/8,0.003');
  });

  it('a size that the spreadsheet made a date of is told by its place', async () => {
    const made = sheetAsCsv(
      workbook([
        ['mark', 'size'],
        ['PF-80', { date: 46241 }],
      ]),
    );
    await expect(made).rejects.toThrow(DateCellError);
    await expect(made).rejects.toThrow('row 2, size: the spreadsheet made a date of it');
  });

  it('what is no workbook is told so', async () => {
    await expect(sheetAsCsv(new Blob(['mark,line']))).rejects.toThrow('not a whole .xlsx workbook');
  });
});
