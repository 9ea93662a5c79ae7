import type { ImportSource } from '@tovlet/core/contracts/studio/imports';
import type { SourceRow } from '@tovlet/core/transfer/source-table';
import * as fc from 'fast-check';
import { writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import Papa from 'papaparse';
import { withTemporaryFolder } from '../../files/store/temporary-file';
import { detectSource } from './detect';
import { evenLines } from './line-ends';
import { pagesOf } from './index';
import { UnreadableSource, type SourcePage } from './source-format';

const USUAL: ImportSource = { format: 'csv', encoding: 'utf-8', delimiter: ',', headings: true };

const withText = <Result>(
  text: string | Uint8Array,
  use: (file: string) => Promise<Result>,
): Promise<Result> =>
  withTemporaryFolder(async (folder) => {
    const file = join(folder, 'file');
    await writeFile(file, text);
    return use(file);
  });

async function pages(file: string, source: ImportSource, from: SourcePage['next'] | null = null) {
  const all: SourcePage[] = [];
  for await (const page of pagesOf(file, source, from)) all.push(page);
  return all;
}

const rowsOf = async (
  text: string | Uint8Array,
  source: Partial<ImportSource> = {},
): Promise<readonly SourceRow[]> =>
  withText(text, async (file) => (await pages(file, { ...USUAL, ...source })).flatMap(({ rows }) => rows));

const cells = async (text: string | Uint8Array, source: Partial<ImportSource> = {}): Promise<unknown> =>
  (await rowsOf(text, source)).map((row) => row.cells);

describe('a table of text', () => {
  it('has quotes, line breaks in cells, and lines that end in any way', async () => {
    expect(await cells('a,b\r\n"one\r\ntwo","say ""so"""\rthree,4\n\n')).toEqual([
      { a: 'one\ntwo', b: 'say "so"' },
      { a: 'three', b: '4' },
    ]);
  });

  it('names columns once, those without a name by their place, and keeps cells beyond them', async () => {
    expect(await cells('a,,a\n1,2,3,4\n5\n')).toEqual([
      { a: '1', 'Column 2': '2', 'a (2)': '3', 'Column 4': '4' },
      { a: '5' },
    ]);
    expect(await cells('1,2\n3,4\n', { headings: false })).toEqual([
      { 'Column 1': '1', 'Column 2': '2' },
      { 'Column 1': '3', 'Column 2': '4' },
    ]);
  });

  it('numbers its rows from the first behind the headings', async () => {
    expect((await rowsOf('a\nx\ny\n')).map(({ number }) => number)).toEqual([1, 2]);
    expect((await rowsOf('x\ny\n', { headings: false })).map(({ number }) => number)).toEqual([1, 2]);
  });

  it('says where a quote is not closed, and that nothing is there', async () => {
    await expectAsync(rowsOf('a\nx\n"y\nz\n')).toBeRejectedWithError(UnreadableSource, /quote/);
    await expectAsync(rowsOf('')).toBeRejectedWithError(UnreadableSource, /no rows/);
    await expectAsync(rowsOf(new Uint8Array([0x61, 0x0a, 0xfc, 0x0a]))).toBeRejectedWithError(
      UnreadableSource,
      /utf-8/,
    );
  });

  it('is read in each encoding, with and without its mark', async () => {
    const text = 'Ort,Höhe\nHütte,1\n';
    const wide = Buffer.from(text, 'utf16le');
    const swapped = Buffer.from(wide).swap16();
    const files: readonly (readonly [Uint8Array, ImportSource['encoding']])[] = [
      [Buffer.from(text), 'utf-8'],
      [Buffer.from(`\uFEFF${text}`), 'utf-8'],
      [Buffer.concat([Buffer.from([0xff, 0xfe]), wide]), 'utf-16le'],
      [wide, 'utf-16le'],
      [Buffer.concat([Buffer.from([0xfe, 0xff]), swapped]), 'utf-16be'],
      [Buffer.from(text, 'latin1'), 'windows-1252'],
    ];
    for (const [bytes, encoding] of files) {
      expect(await withText(bytes, (file) => detectSource(file, 'x.csv'))).toEqual({ ...USUAL, encoding });
      expect(await cells(bytes, { encoding }))
        .withContext(encoding)
        .toEqual([{ Ort: 'Hütte', Höhe: '1' }]);
    }
  });

  it('is read on from each place that was told, however long it is', async () => {
    const lines = Array.from(
      { length: 9_000 },
      (_line, at) => `Hütte ${at},"${'ö'.repeat(at % 50)}\r\n${at}"`,
    );
    for (const encoding of ['utf-8', 'utf-16le', 'windows-1252'] as const) {
      const text = `Name,Note\r\n${lines.join('\r\n')}\r\n`;
      const bytes =
        encoding === 'utf-8'
          ? Buffer.from(text)
          : Buffer.from(text, encoding === 'utf-16le' ? 'utf16le' : 'latin1');
      await withText(bytes, async (file) => {
        const source = { ...USUAL, encoding };
        const all = await pages(file, source);
        const rows = all.flatMap((page) => page.rows);
        expect(rows.length).toBe(9_000);
        const places = [...new Map(all.map(({ next }) => [next.byte, next])).values()];
        expect(places.length).withContext(encoding).toBeGreaterThan(2);
        for (const place of places) {
          const rest = (await pages(file, source, place)).flatMap((page) => page.rows);
          expect<unknown>(rest.filter(({ number }) => number > 0)).toEqual(
            rows.filter(({ number }) => number >= place.row),
          );
        }
      });
    }
  });

  it('is what the standard parser makes of it, whatever it holds', async () => {
    const cell = fc.string({ unit: fc.constantFrom('a', '"', '\n', ',', ' ', 'ü', '😀') });
    const table = fc.array(fc.tuple(cell, cell), { minLength: 1, maxLength: 5 });
    await fc.assert(
      fc.asyncProperty(table, async (given) => {
        const lines = given.filter((line) => line.some((each) => each.trim() !== ''));
        const text = Papa.unparse([['x', 'y'], ...lines], { newline: '\n' });
        expect(await cells(text)).toEqual(lines.map(([x, y]) => ({ x, y })));
      }),
      { numRuns: 60 },
    );
  });
});

describe('how a file is to be read', () => {
  const detected = (text: string, name = 'x.csv') => withText(text, (file) => detectSource(file, name));

  it('is told by what divides its lines, its first line and its ending', async () => {
    expect((await detected('a;b\n1,5;2\n')).delimiter).toBe(';');
    expect((await detected('a\tb\n1\t2\n')).delimiter).toBe('\t');
    expect((await detected('a|b\n1|2\n')).delimiter).toBe('|');
    expect((await detected('a\n1\n', 'x.tsv')).delimiter).toBe('\t');
    expect((await detected('1,2\n3,4\n')).headings).toBeFalse();
    expect((await detected('a,a\n3,4\n')).headings).toBeFalse();
  });

  it('is told by its first character', async () => {
    expect((await detected('[{"a":1}]')).format).toBe('json');
    expect((await detected('{"a":1}\n{"a":2}\n')).format).toBe('jsonl');
    expect((await detected('{"rows":[{"a":1}]}')).format).toBe('json');
    expect((await detected('{\n"rows":[{"a":1}]}')).format).toBe('json');
  });
});

describe('JSON', () => {
  it('is a list, or holds one; points of features are places', async () => {
    const json = { format: 'json' } as const;
    expect(await cells('[{"a":{"b":1}},{"a":2}]', json)).toEqual([{ 'a.b': 1 }, { a: 2 }]);
    const feature = {
      type: 'Feature',
      id: 7,
      properties: { n: 'x' },
      geometry: { type: 'Point', coordinates: [8, 46] },
    };
    expect(await cells(JSON.stringify({ type: 'FeatureCollection', features: [feature] }), json)).toEqual([
      { id: 7, n: 'x', position: '46, 8' },
    ]);
    for (const wrong of ['{', '{}', '[1]', '{"a":[{}],"b":[{}]}'])
      await expectAsync(rowsOf(wrong, json)).withContext(wrong).toBeRejectedWithError(UnreadableSource);
  });

  it('is an object a line', async () => {
    const jsonl = { format: 'jsonl' } as const;
    expect(await cells('{"a":1}\r\n\n{"a":2}', jsonl)).toEqual([{ a: 1 }, { a: 2 }]);
    await expectAsync(rowsOf('{"a":1}\nnothing\n', jsonl)).toBeRejectedWithError(UnreadableSource, /Row 2/);
  });
});

describe('lines of one way to end', () => {
  it('tell where their characters stood', () => {
    const even = evenLines('a\r\nb\rc\n');
    expect(even.text).toBe('a\nb\nc\n');
    expect([0, 1, 2, 3, 4, 6].map((length) => even.lengthBefore(length))).toEqual([0, 1, 3, 4, 5, 7]);
  });
});
