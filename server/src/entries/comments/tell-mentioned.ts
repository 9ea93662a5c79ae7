import { maySeeAll, personWith } from '@tovlet/core/access/audience';
import type { PersonSummary } from '@tovlet/core/contracts/studio';
import type { CompiledModel } from '@tovlet/core/model/compiled';
import { anyOf, type Database } from '../../db/connect';
import { person, type CommentRecord, type EntryRecord } from '../../db/schema';
import { ProblemException } from '../../http/problem';
import { postLetters } from '../../standins/mail/mail';

/** What somebody said, and where. */
interface Said extends Pick<CommentRecord, 'path' | 'fieldIds' | 'text'> {
  readonly entry: EntryRecord;
  readonly by: PersonSummary;
}

const refuse = (message: string): never => {
  throw new ProblemException('invalid', message, [{ path: '/mentions', message }]);
};

/**
 * Writes to people who are named in a comment, not to whoever names themselves.
 * @param ids whom it names
 * @throws ProblemException when one of them is nobody, or may not see what is spoken of
 */
export async function tellMentioned(
  transaction: Database,
  model: CompiledModel,
  { entry, by, path, fieldIds, text }: Said,
  ids: readonly string[],
): Promise<void> {
  const wanted = [...new Set(ids)].filter((id) => id !== by.id);
  if (wanted.length === 0) return;
  const people = await transaction.select().from(person).where(anyOf(person.id, wanted));
  if (people.length < wanted.length) refuse('Somebody who is named is not in this workspace any more.');
  const blind = people.find(({ role }) => !maySeeAll(personWith(role), fieldIds, model.fields));
  if (blind) refuse(`${blind.name} may not see this field, and cannot be named here.`);
  const type = model.typeById.get(entry.typeId)?.contentType.key ?? entry.typeId;
  const label = model.fields.get(path.at(-1) ?? '')?.label;
  const about = label === undefined ? `“${entry.title}”` : `“${entry.title}”, ${label}`;
  const letters = people.map(({ name: toName, email: toAddress }) => ({
    toName,
    toAddress,
    subject: `${by.name} mentioned you: ${about}`,
    body: text,
    link: `/content/${type}/${entry.id}`,
  }));
  await postLetters(transaction, letters);
}
