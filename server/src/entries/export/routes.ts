import { personWith } from '@tovlet/core/access/audience';
import { entryExportSchema, type EntryListItem, type ExportFormat } from '@tovlet/core/contracts/studio';
import { Hono } from 'hono';
import type { Signed } from '../../access/guard';
import { parse } from '../../http/body';
import { streamed } from '../../http/streamed';
import type { Services } from '../../services';
import { typeOrRefuse } from '../fits';
import { EntryList } from '../list';
import { otherColumns } from './cells';
import { csv } from './csv';
import type { ExportFormatPlan } from './export-format';
import { jsonl } from './jsonl';
import { xlsx } from './xlsx';

/** The formats that a list is written in. Each is a file. */
const formats: Readonly<Record<ExportFormat, ExportFormatPlan>> = { csv, jsonl, xlsx };

/** Entries that are held at once. */
const BATCH = 500;

/** The entries of a list, a batch at a time: which these are is settled at the beginning. */
async function* batchesOf(list: EntryList, ids: readonly string[]): AsyncGenerator<readonly EntryListItem[]> {
  for (let start = 0; start < ids.length; start += BATCH) yield list.only(ids.slice(start, start + BATCH));
}

/** All that a list finds, with its columns, as a file. */
export function exportRoutes(services: Services): Hono<Signed> {
  return new Hono<Signed>().get('/', async (context) => {
    const {
      type: wanted,
      format,
      ...request
    } = parse(entryExportSchema, context.req.query(), 'invalid_query');
    const { model } = await services.models.current();
    const type = typeOrRefuse(model, wanted);
    const audience = personWith(context.get('person').role);
    const list = await EntryList.of(services.database, model, type, audience, request);
    const ids = await list.ids();
    const { mime, write } = formats[format];
    const { plural, pluralKey } = type.contentType;
    const exported = { name: plural, columns: otherColumns(list.columns), batches: batchesOf(list, ids) };
    return context.body(streamed(write(exported)), 200, {
      'content-type': mime,
      'content-disposition': `attachment; filename="${pluralKey}.${format}"`,
      'cache-control': 'no-store',
    });
  });
}
