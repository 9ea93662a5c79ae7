import { say } from '@tovlet/core/locale/say';
import { fieldColumns } from '@tovlet/core/model/table/index';

/** Columns that a person may ask for. */
export const EXTRA_COLUMNS = ['required', 'limits', 'choices', 'default', 'help'] as const;
export type ExtraColumn = (typeof EXTRA_COLUMNS)[number];

export type ColumnName =
  | 'grip'
  | 'label'
  | 'key'
  | 'type'
  | 'rules'
  | 'shown'
  | 'words'
  | ExtraColumn
  | 'uses'
  | 'filled'
  | 'actions';

/** A column as it stands in the sheet. */
export interface SheetColumn {
  readonly name: ColumnName;
  readonly heading: string;
  /** Its share of the room. */
  readonly grows: number;
  /** Pixels that it needs at least. */
  readonly least: number;
}

/** What the sheet calls an extra column. */
export const headingOf = (name: ExtraColumn): string =>
  fieldColumns.find((column) => column.name === name)?.heading ?? name;

const column = (name: ColumnName, heading: string, least: number, grows = 0): SheetColumn => ({
  name,
  heading,
  least,
  grows,
});

const EXTRAS: Readonly<Record<ExtraColumn, SheetColumn>> = {
  required: column('required', headingOf('required'), 76),
  limits: column('limits', headingOf('limits'), 120, 0.8),
  choices: column('choices', headingOf('choices'), 160, 1.2),
  default: column('default', headingOf('default'), 110, 0.8),
  help: column('help', headingOf('help'), 180, 1.4),
};

/** Pixels of the sheet below which some columns give way to others. */
const MIDDLE = 820;
const NARROW = 520;

/**
 * The columns of the sheet, in their order.
 * @param width pixels that the sheet has
 * @param extras what the person asked for beside
 */
export function sheetColumns(width: number, extras: readonly ExtraColumn[]): readonly SheetColumn[] {
  const asked = EXTRA_COLUMNS.filter((name) => extras.includes(name)).map((name) => EXTRAS[name]);
  const [grip, label] = [column('grip', say`Move`, 28), column('label', say`Label`, 190, 1.5)];
  const [type, actions] = [column('type', say`Type`, 92, 0.2), column('actions', say`Actions`, 36)];
  if (width <= NARROW) return [grip, label, type, ...asked, actions];
  const words =
    width <= MIDDLE
      ? [column('words', say`Rules and conditions`, 70, 1.2)]
      : [column('rules', say`Rules`, 70, 1), column('shown', say`Shown when`, 70, 1)];
  return [
    grip,
    label,
    column('key', say`Key`, 92, 1),
    type,
    ...words,
    ...asked,
    column('uses', say`Uses`, 44),
    column('filled', say`Filled`, 50),
    actions,
  ];
}

/** The columns as a grid of style sheets lays them out. */
export const tracksOf = (columns: readonly SheetColumn[]): string =>
  columns.map(({ least, grows }) => (grows ? `minmax(${least}px, ${grows}fr)` : `${least}px`)).join(' ');

/** Pixels that the columns need together. */
export const leastWidthOf = (columns: readonly SheetColumn[]): number =>
  columns.reduce((sum, { least }) => sum + least, 0);
