import { personWith, seenBy } from '@tovlet/core/access/audience';
import type { EntryAnswer } from '@tovlet/core/contracts/studio';
import { pageAddress } from '@tovlet/core/delivery/page-address';
import type { CompiledType } from '@tovlet/core/model/compiled';
import type { Role } from '@tovlet/core/roles';
import type { EntryRecord } from '../db/schema';

/** An entry as the workbench gets it. */
export function entryAnswer(record: EntryRecord, type: CompiledType | undefined, role: Role): EntryAnswer {
  const { typeId, publishedAt, authorId, parentId, templateId, values, ...rest } = record;
  const fields = type?.fields ?? [];
  return {
    ...rest,
    type: typeId,
    publishedAt,
    author: authorId,
    parent: parentId,
    template: templateId,
    values: seenBy(personWith(role), fields, values),
    url: type ? pageAddress(type.contentType, record.slug) : '',
  };
}
