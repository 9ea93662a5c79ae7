import { say } from '../locale/say';
import { counted, numbered } from '../locale/counts';
import type { IssueCode, IssueParams, ValueIssue } from '../issues/issue';
import { shorten } from './shorten';

const withUnit = (amount: number, unit: string): string =>
  unit ? `${numbered(amount)} ${unit}` : numbered(amount);

/** A developer's own words, closed as a sentence. */
const sentence = (text: string): string => (/[.?!…]$/.test(text.trim()) ? text.trim() : `${text.trim()}.`);

/** All English for value issues; exhaustive over the codes. */
const messages: { readonly [Code in IssueCode]: (label: string, params: IssueParams[Code]) => string } = {
  required: (label) => say`${label} is required.`,
  wrong_shape: (label, { expected, got }) => `${label} takes ${expected}, not ${got}.`,
  unknown_property: (_label, { property, nearest }) =>
    nearest
      ? say`There is no field “${shorten(property)}” here. Did you mean “${nearest}”?`
      : say`There is no field “${shorten(property)}” here.`,
  too_short: (label, { limit, length }) =>
    say`${label} needs at least ${counted(limit, 'character', 'characters')}; it has ${numbered(length)}.`,
  too_long: (label, { limit, length }) =>
    say`${label} takes up to ${counted(limit, 'character', 'characters')}; it has ${numbered(length)}.`,
  several_lines: (label) => say`${label} takes a single line.`,
  not_a_number: (label, { got }) => say`“${shorten(got)}” is not a number: ${label} takes one.`,
  too_small: (label, { limit, unit }) => say`${label} must be at least ${withUnit(limit, unit)}.`,
  too_large: (label, { limit, unit }) => say`${label} must be at most ${withUnit(limit, unit)}.`,
  too_many_decimals: (label, { decimals }) =>
    decimals === 0
      ? say`${label} takes a whole number.`
      : say`${label} takes up to ${counted(decimals, 'decimal place', 'decimal places')}.`,
  not_a_step: (label, { step, from }) =>
    from === 0
      ? say`${label} goes in steps of ${step}.`
      : say`${label} goes in steps of ${step} from ${from}.`,
  not_a_choice: (label, { got, choices }) =>
    choices.length > 0 && choices.length <= 6
      ? say`“${shorten(got)}” is not a choice of ${label}. Choose ${choices.join(', ')}.`
      : say`“${shorten(got)}” is not a choice of ${label}.`,
  not_a_date: (label, { got }) =>
    say`“${shorten(got)}” is not a date yet: ${label} takes a day such as 2026-05-31.`,
  too_early: (label, { limit }) => say`${label} must be ${limit} or later.`,
  too_late: (label, { limit }) => say`${label} must be ${limit} or earlier.`,
  url_without_scheme: (label, { got }) => say`${label}: “${shorten(got)}” lacks https:// at its start.`,
  not_a_url: (label, { got }) =>
    say`${label} takes a web address such as https://example.org; “${shorten(got)}” is not one.`,
  url_scheme: (label, { scheme }) => say`${label} takes addresses with http or https, not ${scheme}.`,
  not_an_email: (label, { got }) =>
    say`${label} takes an email address such as name@example.org; “${shorten(got)}” is not one.`,
  not_a_phone: (label, { got }) =>
    say`${label} takes a phone number such as +00 512 34 56; “${shorten(got)}” is not one.`,
  not_a_colour: (label, { got }) =>
    say`${label} takes a colour such as #1f5f55; “${shorten(got)}” is not one.`,
  not_a_time: (label, { got }) => say`“${shorten(got)}” is not a time yet: ${label} takes one such as 18:30.`,
  not_a_moment: (label, { got }) =>
    say`“${shorten(got)}” is not a date and time yet: ${label} takes both, such as 2026-05-31T18:30:00Z.`,
  choice_twice: (label) => say`${label} has a choice twice.`,
  too_few_choices: (label, { limit, chosen }) =>
    say`${label} needs at least ${counted(limit, 'choice', 'choices')}; it has ${chosen}.`,
  too_many_choices: (label, { limit, chosen }) =>
    say`${label} takes up to ${counted(limit, 'choice', 'choices')}; it has ${chosen}.`,
  no_such_image: (label) => say`The image in ${label} is no longer among the media. Choose another one.`,
  image_twice: (label) => say`${label} has a picture twice.`,
  too_few_images: (label, { limit, values }) =>
    say`${label} needs at least ${counted(limit, 'picture', 'pictures')}; it has ${values}.`,
  too_many_images: (label, { limit, values }) =>
    say`${label} takes up to ${counted(limit, 'picture', 'pictures')}; it has ${values}.`,
  not_on_earth: (label, { of, limit, got }) =>
    say`The ${of} of ${label} lies between −${limit} and ${limit} degrees; ${got} does not.`,
  pattern_undecided: (label) =>
    say`${label} is too long to be compared with its pattern. Shorten it, or ask a developer to look at the pattern.`,
  not_json: (label, { line }) => say`${label} is not valid JSON: look at line ${line}.`,
  not_in_pattern: (label, { got, hint }) =>
    hint === ''
      ? say`“${shorten(got)}” does not have the form that ${label} takes.`
      : `${label}: ${sentence(hint)}`,
  not_embeddable: (label, { got, hosts }) =>
    say`${label} takes the address of a page, or of a film of ${hosts.join(' or ')}; “${shorten(got)}” is neither.`,
  no_such_film: (label, { got }) => say`${label}: the film host knows no film “${shorten(got)}”.`,
  no_such_file: (label) => say`The file in ${label} is no longer among the media. Choose another one.`,
  picture_too_small: (label, { got, width, height }) =>
    say`${label} takes pictures from ${width || '…'} × ${height || '…'} px; this one has ${got}.`,
  picture_ratio: (label, { got, ratio }) =>
    say`${label} takes pictures of ${ratio}, width to height; this one has ${got} px. Cut it in the media.`,
  picture_format: (label, { formats }) =>
    say`${label} takes pictures of the format ${formats.map((format) => format.toUpperCase()).join(', ')}.`,
  file_too_large: (label, { got, limit }) => say`${label} takes files up to ${limit}; this one has ${got}.`,
  wrong_file_kind: (label, { kinds }) => say`${label} takes files of the kind ${kinds.join(' or ')}.`,
  no_such_entry: (label) =>
    say`${label} names an entry that was deleted. Take it out, or choose another one.`,
  wrong_entry_type: (label, { title, types }) =>
    say`“${shorten(title)}” is not of the type ${types.join(' or ')}, which ${label} takes.`,
  no_such_term: (label) => say`${label} names a term that was removed. Choose another one.`,
  no_such_person: (label) => say`${label} names somebody who is no longer here. Choose another person.`,
  wrong_role: (label, { name, roles }) =>
    say`${label} takes people with the role ${roles.join(' or ')}; ${name} has another.`,
  taken: (label, { title }) =>
    say`${label} must be unlike that of other entries; “${shorten(title)}” has the same.`,
  rule: (_label, { message }) => sentence(message),
  rule_undecided: (_label, { message, reason }) =>
    say`The rule “${shorten(message)}” cannot be answered: ${sentence(reason)} Ask a developer to look at it.`,
  for_developers: () =>
    say`Something that only developers see keeps this from being saved. Ask a developer to look at it.`,
  no_shape: (label) => say`A row of ${label} has no shape. Delete it, or choose its shape.`,
  unknown_shape: (label, { got, shapes }) =>
    say`“${shorten(got)}” is not a shape of ${label}. Its shapes are ${shapes.join(', ')}.`,
  not_a_list: (label) => say`${label} takes a list of values.`,
  too_few_values: (label, { limit, values }) =>
    say`${label} needs at least ${counted(limit, 'value', 'values')}; it has ${values}.`,
  too_many_values: (label, { limit, values }) =>
    say`${label} takes up to ${counted(limit, 'value', 'values')}; it has ${values}.`,
  in_list: (label, { at, issue }) => issueMessage(issue, `${label}, value ${at + 1}`),
  too_few_rows: (label, { limit, rows }) =>
    say`${label} needs at least ${counted(limit, 'row', 'rows')}; it has ${rows}.`,
  too_many_rows: (label, { limit, rows }) =>
    say`${label} takes up to ${counted(limit, 'row', 'rows')}; it has ${numbered(rows)}.`,
};

function wordsFor<Code extends IssueCode>(code: Code, label: string, params: IssueParams[Code]): string {
  return messages[code](label, params);
}

/**
 * Puts a value issue into English.
 * @param issue the issue, as a field type reported it
 * @param label the label of the field it is about
 * @returns one or two sentences that say what is wrong and what is expected
 * @example issueMessage({ code: 'required', params: {} }, 'Altitude') // => 'Altitude is required.'
 */
export function issueMessage(issue: ValueIssue, label: string): string {
  return wordsFor<IssueCode>(issue.code, label, issue.params);
}
