import type { JsonValue } from '../json';

/** Every way a value can be wrong, with what its message needs to know. */
export interface IssueParams {
  required: object;
  wrong_shape: { readonly expected: string; readonly got: string };
  unknown_property: { readonly property: string; readonly nearest: string | null };
  too_short: { readonly limit: number; readonly length: number };
  too_long: { readonly limit: number; readonly length: number };
  several_lines: object;
  not_a_number: { readonly got: string };
  too_small: { readonly limit: number; readonly unit: string };
  too_large: { readonly limit: number; readonly unit: string };
  too_many_decimals: { readonly decimals: number };
  not_a_step: { readonly step: number; readonly from: number };
  not_a_choice: { readonly got: string; readonly choices: readonly string[] };
  not_a_date: { readonly got: string };
  too_early: { readonly limit: string };
  too_late: { readonly limit: string };
  url_without_scheme: { readonly got: string };
  not_a_url: { readonly got: string };
  url_scheme: { readonly scheme: string };
  not_an_email: { readonly got: string };
  not_a_phone: { readonly got: string };
  not_a_colour: { readonly got: string };
  not_a_time: { readonly got: string };
  not_a_moment: { readonly got: string };
  choice_twice: object;
  too_few_choices: { readonly limit: number; readonly chosen: number };
  too_many_choices: { readonly limit: number; readonly chosen: number };
  no_such_image: { readonly id: string };
  image_twice: object;
  too_few_images: { readonly limit: number; readonly values: number };
  too_many_images: { readonly limit: number; readonly values: number };
  not_on_earth: { readonly of: 'latitude' | 'longitude'; readonly limit: number; readonly got: number };
  pattern_undecided: object;
  not_json: { readonly line: number };
  not_in_pattern: { readonly got: string; readonly hint: string };
  not_embeddable: { readonly got: string; readonly hosts: readonly string[] };
  no_such_film: { readonly got: string };
  no_such_file: { readonly id: string };
  picture_too_small: { readonly got: string; readonly width: number; readonly height: number };
  picture_ratio: { readonly got: string; readonly ratio: string };
  picture_format: { readonly formats: readonly string[] };
  file_too_large: { readonly got: string; readonly limit: string };
  wrong_file_kind: { readonly kinds: readonly string[] };
  no_such_entry: { readonly id: string };
  wrong_entry_type: { readonly title: string; readonly types: readonly string[] };
  no_such_term: { readonly id: string };
  no_such_person: { readonly id: string };
  wrong_role: { readonly name: string; readonly roles: readonly string[] };
  taken: { readonly title: string; readonly entry: string };
  rule: { readonly message: string };
  rule_undecided: { readonly message: string; readonly reason: string };
  for_developers: object;
  no_shape: object;
  unknown_shape: { readonly got: string; readonly shapes: readonly string[] };
  not_a_list: object;
  too_few_values: { readonly limit: number; readonly values: number };
  too_many_values: { readonly limit: number; readonly values: number };
  in_list: { readonly at: number; readonly issue: ValueIssue };
  too_few_rows: { readonly limit: number; readonly rows: number };
  too_many_rows: { readonly limit: number; readonly rows: number };
}

export type IssueCode = keyof IssueParams;

/** A change of the value that would make it right, offered beside the message. */
export interface ValueFix {
  readonly label: string;
  readonly value: JsonValue;
}

/** What a field type reports: data only, without words and without place. */
export type ValueIssue = {
  [Code in IssueCode]: { readonly code: Code; readonly params: IssueParams[Code]; readonly fix?: ValueFix };
}[IssueCode];

/** A step into an entry's values: a field's permanent id, or a row's place counted from 0. */
export type IssuePath = readonly (string | number)[];

/** A value issue with its place and the label of the field it is about. */
export interface EntryIssue {
  readonly issue: ValueIssue;
  readonly path: IssuePath;
  readonly label: string;
}
