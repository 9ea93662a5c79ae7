import { PassThrough } from 'node:stream';
import exceljs from 'exceljs';
import { headerOf, lineOf } from './cells';
import type { ExportedList, ExportFormatPlan } from './export-format';

/** Names of sheets are short, and without some characters. */
const sheetName = (name: string): string => name.replace(/[*?:\\/[\]]/g, ' ').slice(0, 31) || 'Entries';

async function fill(into: PassThrough, { name, columns, batches }: ExportedList): Promise<void> {
  const workbook = new exceljs.stream.xlsx.WorkbookWriter({ stream: into, useStyles: true });
  const sheet = workbook.addWorksheet(sheetName(name), { views: [{ state: 'frozen', ySplit: 1 }] });
  const header = sheet.addRow([...headerOf(columns)]);
  header.font = { bold: true };
  header.commit();
  for await (const batch of batches)
    for (const item of batch) sheet.addRow([...lineOf(item, columns)]).commit();
  sheet.commit();
  await workbook.commit();
}

/**
 * A sheet of a spreadsheet: numbers are numbers, and a text that begins like a formula stays a text.
 * @see https://ecma-international.org/publications-and-standards/standards/ecma-376/
 */
export const xlsx: ExportFormatPlan = {
  mime: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
  async *write(list) {
    const written = new PassThrough();
    const filling = fill(written, list).catch((error: unknown) => {
      written.destroy(error instanceof Error ? error : new Error(String(error)));
    });
    for await (const piece of written) yield Uint8Array.from(piece as Buffer);
    await filling;
  },
};
