import type { JsonObject } from '@tovlet/core/json';
import ExcelJS from 'exceljs';
import { readFile, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { withTemporaryFolder } from '../../../files/store/temporary-file';
import { detectSource } from '../detect';
import { pagesOf } from '../index';
import { UnreadableSource } from '../source-format';
import { dayOfSerial, isDateFormat } from './date-formats';

const withWorkbook = <Result>(
  fill: (workbook: ExcelJS.Workbook) => void,
  use: (file: string) => Promise<Result>,
): Promise<Result> =>
  withTemporaryFolder(async (folder) => {
    const workbook = new ExcelJS.Workbook();
    fill(workbook);
    const file = join(folder, 'book.xlsx');
    await workbook.xlsx.writeFile(file);
    return use(file);
  });

async function cells(file: string): Promise<readonly JsonObject[]> {
  const source = await detectSource(file, 'book.xlsx');
  expect(source.format).toBe('xlsx');
  const all: JsonObject[] = [];
  for await (const { rows } of pagesOf(file, source)) all.push(...rows.map((row) => row.cells));
  return all;
}

describe('a workbook', () => {
  it('is read with texts, numbers, days, times, gaps, and what formulas came to', async () => {
    const found = await withWorkbook((workbook) => {
      const hidden = workbook.addWorksheet('Notes', { state: 'hidden' });
      hidden.addRow(['not this one']);
      const sheet = workbook.addWorksheet('Huts');
      sheet.addRow(['Name', 'Altitude', '', 'Opened', 'Closed', 'Double']);
      sheet.addRow([
        'Larch',
        2080,
        null,
        new Date(Date.UTC(1962, 5, 3)),
        false,
        { formula: 'B2*2', result: 4160 },
      ]);
      sheet.addRow([]);
      sheet.addRow([
        { richText: [{ text: 'Sto' }, { text: 'ne' }] },
        null,
        null,
        new Date(Date.UTC(2026, 4, 1, 10, 30)),
        true,
      ]);
      sheet.getCell('D2').numFmt = 'dd.mm.yyyy';
      sheet.getCell('D4').numFmt = 'yyyy-mm-dd hh:mm';
      sheet.getCell('B2').numFmt = '#,##0 "metres a.s.l."';
    }, cells);
    expect<unknown>(found).toEqual([
      { Name: 'Larch', Altitude: 2080, 'Column 3': null, Opened: '1962-06-03', Closed: false, Double: 4160 },
      { Name: 'Stone', Altitude: null, 'Column 3': null, Opened: '2026-05-01T10:30', Closed: true },
    ]);
  });

  it('counts days from 1904 where it says so', async () => {
    const found = await withWorkbook((workbook) => {
      workbook.properties.date1904 = true;
      const sheet = workbook.addWorksheet('Huts');
      sheet.addRow(['Opened']);
      sheet.addRow([new Date(Date.UTC(1962, 5, 3))]).getCell(1).numFmt = 'yyyy-mm-dd';
    }, cells);
    expect<unknown>(found).toEqual([{ Opened: '1962-06-03' }]);
  });

  it('is read a page at a time, and goes on from each', async () => {
    await withWorkbook(
      (workbook) => {
        const sheet = workbook.addWorksheet('Huts');
        sheet.addRow(['N']);
        for (let at = 1; at <= 450; at += 1) sheet.addRow([at]);
      },
      async (file) => {
        const source = await detectSource(file, 'book.xlsx');
        const from = { byte: 0, row: 401 };
        const numbers: number[] = [];
        for await (const { rows } of pagesOf(file, source, from))
          numbers.push(...rows.map(({ number }) => number));
        expect([numbers[0], numbers.at(-1), numbers.length]).toEqual([401, 450, 50]);
        expect((await cells(file)).length).toBe(450);
      },
    );
  });

  it('is refused where it is damaged, empty, or packed to fill the machine', async () => {
    await withWorkbook(
      (workbook) => workbook.addWorksheet('Huts').addRow(['Name']),
      async (file) => {
        const bytes = await readFile(file);
        await writeFile(file, bytes.subarray(0, bytes.length / 2));
        await expectAsync(cells(file)).toBeRejectedWithError(UnreadableSource);
      },
    );
    await withWorkbook(
      (workbook) => workbook.addWorksheet('Huts'),
      async (file) => {
        await expectAsync(cells(file)).toBeRejectedWithError(UnreadableSource, /no rows/);
      },
    );
    await withWorkbook(
      (workbook) => {
        const sheet = workbook.addWorksheet('Huts');
        for (let at = 0; at < 500; at += 1) sheet.addRow([`${'a'.repeat(32_000)}${at}`]);
      },
      async (file) => {
        await expectAsync(cells(file)).toBeRejectedWithError(UnreadableSource, /too tightly/);
      },
    );
  });
});

describe('the days of workbooks', () => {
  it('are told by their formats', () => {
    for (const code of ['dd.mm.yyyy', 'hh:mm', '[h]:mm', 'yyyy"年"', 'd\\.m\\.'])
      expect(isDateFormat(164, code)).withContext(code).toBeTrue();
    for (const code of ['General', '0.00', '0 "days"', '[Red]0', '#,##0\\ \\d'])
      expect(isDateFormat(164, code)).withContext(code).toBeFalse();
    expect([isDateFormat(14), isDateFormat(2)]).toEqual([true, false]);
  });

  it('are counted as spreadsheets do, around the day that never was', () => {
    expect([1, 59, 61].map((serial) => dayOfSerial(serial, false))).toEqual([
      '1900-01-01',
      '1900-02-28',
      '1900-03-01',
    ]);
    expect(dayOfSerial(0, true)).toBe('1904-01-01');
    expect(dayOfSerial(0.4375, false)).toBe('10:30');
    expect(dayOfSerial(46143.4375 + 1 / 86_400, false)).toBe('2026-05-01T10:30:01');
  });
});
