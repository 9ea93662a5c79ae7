import { say } from '../locale/say';
import { shorten } from './shorten';

/** Every finding of the checks, with what its message needs to know. */
export interface CheckParams {
  key_invalid: { readonly problem: string; readonly label: string };
  key_taken: { readonly key: string; readonly label: string; readonly other: string; readonly where: string };
  type_key_taken: { readonly key: string; readonly other: string };
  address_reserved: { readonly address: string; readonly first: string };
  address_taken: { readonly address: string; readonly other: string };
  pattern_invalid: { readonly label: string; readonly pattern: string };
  settings_invalid: { readonly label: string; readonly setting: string; readonly problem: string };
  condition_cycle: { readonly labels: readonly string[] };
  condition_field_gone: { readonly label: string };
  condition_operator: { readonly label: string; readonly subject: string; readonly operator: string };
  condition_choice_gone: { readonly label: string; readonly subject: string; readonly value: string };
  condition_never_holds: { readonly label: string; readonly words: string };
  condition_always_holds: { readonly label: string; readonly words: string };
  default_invalid: { readonly label: string; readonly message: string };
  group_reaches_nothing: { readonly label: string };
  group_type_gone: { readonly label: string };
  choices_missing: { readonly label: string };
  fields_missing: { readonly label: string; readonly kind: string; readonly wanted: string };
  shared_set_cycle: { readonly label: string };
  nesting_too_deep: { readonly label: string; readonly limit: number };
  expression_invalid: { readonly label: string; readonly problem: string };
  reference_gone: { readonly label: string; readonly what: string };
  mirror_one_sided: { readonly label: string; readonly other: string };
  group_template_gone: { readonly label: string };
  template_binding_gone: { readonly page: string; readonly message: string };
  heading_order: { readonly page: string; readonly message: string };
  shown_nowhere: { readonly label: string; readonly pages: string };
}

export type CheckCode = keyof CheckParams;

/** All English for the checks; exhaustive over their codes. */
export const checkMessages: { readonly [Code in CheckCode]: (params: CheckParams[Code]) => string } = {
  key_invalid: ({ problem, label }) => say`The key of “${label}” cannot be used. ${problem}`,
  key_taken: ({ key, label, other, where }) =>
    say`“${label}” has the key ${key}, which “${other}” has already ${where}. Give one of them another key.`,
  type_key_taken: ({ key, other }) => say`The key ${key} is already used by “${other}”.`,
  address_reserved: ({ address, first }) =>
    say`The page address ${address} cannot be used: /${first} is Tovlet’s own. Choose another first part.`,
  address_taken: ({ address, other }) => say`The page address ${address} is already used by “${other}”.`,
  pattern_invalid: ({ label, pattern }) =>
    say`The pattern “${shorten(pattern)}” of “${label}” cannot be used: it is a regular expression (RE2) without looking ahead or back, and not too large.`,
  settings_invalid: ({ label, setting, problem }) =>
    say`A setting of “${label}” (${setting}) does not fit. ${problem}.`,
  condition_cycle: ({ labels }) =>
    say`These fields hang on one another in a circle: ${labels.map((label) => `“${label}”`).join(' → ')}. Change one of their conditions or expressions.`,
  condition_field_gone: ({ label }) =>
    say`The condition of “${label}” asks for a field that was removed, so that part never holds.`,
  condition_operator: ({ label, subject, operator }) =>
    say`The condition of “${label}” asks whether “${subject}” ${operator}, which its type does not know.`,
  condition_choice_gone: ({ label, subject, value }) =>
    say`The condition of “${label}” waits for the choice “${value}”, which “${subject}” no longer has: it can never hold.`,
  condition_never_holds: ({ label, words }) =>
    say`“${label}” never shows: no values that the fields can have make it true that ${words}.`,
  condition_always_holds: ({ label, words }) =>
    say`“${label}” always shows: whatever is entered, it is true that ${words}.`,
  default_invalid: ({ label, message }) => say`The default of “${label}” is not valid. ${message}`,
  group_reaches_nothing: ({ label }) => say`The group “${label}” appears on nothing. Say where it appears.`,
  group_type_gone: ({ label }) => say`The group “${label}” names a content type that was removed.`,
  choices_missing: ({ label }) => say`“${label}” has no choices yet, so that nothing can be chosen.`,
  fields_missing: ({ label, kind, wanted }) => say`The ${kind} “${label}” has no ${wanted} yet.`,
  shared_set_cycle: ({ label }) => say`The shared set “${label}” includes itself. Take it out of itself.`,
  nesting_too_deep: ({ label, limit }) => say`“${label}” stands deeper than ${limit} levels.`,
  expression_invalid: ({ label, problem }) => say`An expression of “${label}” does not work. ${problem}`,
  reference_gone: ({ label, what }) => say`“${label}” points to ${what}, which is not there.`,
  mirror_one_sided: ({ label, other }) =>
    say`“${label}” is mirrored by “${other}”, which does not name it back: only one side is kept in step.`,
  group_template_gone: ({ label }) => say`The group “${label}” names a template that was removed.`,
  template_binding_gone: ({ page, message }) => say`On the ${page}: ${message}`,
  heading_order: ({ page, message }) => say`On the ${page}: ${message}`,
  shown_nowhere: ({ label, pages }) => say`“${label}” is filled by editors and shown on no ${pages} page.`,
};
