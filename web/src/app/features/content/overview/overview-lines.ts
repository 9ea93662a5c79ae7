import {
  findingText,
  type Finding,
  type OverviewAnswer,
  type OverviewEntry,
} from '@tovlet/core/contracts/studio';
import { counted, numbered } from '@tovlet/core/locale/counts';
import { said, say } from '@tovlet/core/locale/say';
import { issueMessage } from '@tovlet/core/messages/issue-words';
import type { CompiledModel } from '@tovlet/core/model/compiled';

/** A line of the overview: where it leads, and what is said of it. */
export interface OverviewLine {
  readonly key: string;
  readonly icon: string;
  readonly title: string;
  /** What is said of it, after its title. */
  readonly about: string;
  readonly address: readonly string[];
  readonly query: Readonly<Record<string, string>>;
  /** Whether it waits for somebody to do something. */
  readonly urgent: boolean;
}

/** One of the lists. */
export interface OverviewSection {
  readonly id: string;
  readonly heading: string;
  readonly lines: readonly OverviewLine[];
  /** How many there are, where not all are shown. */
  readonly more: string;
  /** What is said where there are none. */
  readonly empty: string;
}

/** How moments are written. */
type WhenWords = (moment: string) => string;

function entryLine(
  { id, title, type }: OverviewEntry,
  about: string,
  { typeById }: CompiledModel,
  urgent = false,
): OverviewLine {
  const contentType = typeById.get(type)?.contentType;
  return {
    key: id,
    icon: contentType?.icon ?? 'description',
    title,
    about,
    address: ['/content', contentType?.key ?? '', id],
    query: {},
    urgent,
  };
}

function findingLine(finding: Finding, { typeById }: CompiledModel): OverviewLine {
  const { entries, sample, type, severity } = finding;
  const contentType = typeById.get(type)?.contentType;
  const isOne = entries === 1;
  return {
    key: `${type} ${findingText(finding)}`,
    icon: severity === 'refuse' ? 'warning' : 'lightbulb',
    title: issueMessage(sample.issue, sample.label),
    about: isOne ? sample.title : counted(entries, contentType?.singular ?? '', contentType?.plural ?? ''),
    address: ['/content', contentType?.key ?? '', ...(isOne ? [sample.entry] : [])],
    query: isOne ? {} : { finding: findingText(finding) },
    urgent: false,
  };
}

const more = (shown: number, total: number): string =>
  total > shown ? say`${numbered(total - shown)} more` : '';

/** What is planned for an entry in words. */
function planWords(
  { action, at, problem }: OverviewAnswer['plans']['lines'][number]['plan'],
  when: WhenWords,
): string {
  if (problem !== null)
    return action === 'publish' ? say`not published ${when(at)}` : say`not unpublished ${when(at)}`;
  return action === 'publish' ? say`to be published ${when(at)}` : say`to be unpublished ${when(at)}`;
}

/** Findings that are shown. */
const FINDINGS = 8;

/** The lists of the overview. @param when how moments are written */
export function overviewSections(
  answer: OverviewAnswer,
  findings: readonly Finding[],
  model: CompiledModel,
  when: WhenWords,
): readonly OverviewSection[] {
  const { comments, copies, drafts, mine, others, plans } = answer;
  const saved = (entry: OverviewEntry): string => `${said(entry.status)} · ${when(entry.updatedAt)}`;
  const unsaved = copies.lines.map((line) =>
    entryLine(line, say`changed, not saved · ${line.typedBy}, ${when(line.typedAt)}`, model),
  );
  const planned = plans.lines.map((line) =>
    entryLine(line, planWords(line.plan, when), model, line.plan.problem !== null),
  );
  const waiting = comments.lines.map((line) => ({
    ...entryLine(line, say`${line.saidBy}: ${line.text}`, model),
    key: line.thread,
    query: { talk: line.thread },
  }));
  const known = findings.filter(({ type }) => model.typeById.has(type));
  return [
    {
      id: 'mine',
      heading: say`Yours`,
      lines: mine.map((entry) => entryLine(entry, saved(entry), model)),
      more: '',
      empty: say`What you make or save stands here.`,
    },
    {
      id: 'others',
      heading: say`Lately by others`,
      lines: others.map((entry) => entryLine(entry, `${entry.updatedBy} · ${when(entry.updatedAt)}`, model)),
      more: '',
      empty: say`Nobody else has saved anything.`,
    },
    {
      id: 'open',
      heading: say`Not finished`,
      lines: [...unsaved, ...drafts.lines.map((entry) => entryLine(entry, saved(entry), model))].slice(0, 8),
      more: more(Math.min(8, unsaved.length + drafts.lines.length), copies.total + drafts.total),
      empty: say`No drafts, and no changes that wait.`,
    },
    {
      id: 'plans',
      heading: say`At a set time`,
      lines: planned,
      more: more(planned.length, plans.total),
      empty: say`Nothing is planned.`,
    },
    {
      id: 'comments',
      heading: say`Comments that wait for you`,
      lines: waiting,
      more: more(waiting.length, comments.total),
      empty: say`Nobody waits for an answer of yours.`,
    },
    {
      id: 'findings',
      heading: say`Findings`,
      lines: known.slice(0, FINDINGS).map((finding) => findingLine(finding, model)),
      more: more(Math.min(FINDINGS, known.length), known.length),
      empty: say`Nothing is wrong in the values of entries.`,
    },
  ];
}
