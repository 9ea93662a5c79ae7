import { factsFrom } from '@tovlet/core/evaluation/scope';
import { compileModel } from '@tovlet/core/model/compile';
import { applyValueChange } from '@tovlet/core/values/changes';
import { rememberIssues } from '@tovlet/core/values/known-issues';
import { validateEntry } from '@tovlet/core/values/validate';
import { resolveVisibility } from '@tovlet/core/values/visibility';
import * as z from 'zod';
import { comparedWith, ratio, timed, within, type Benchmark } from './measure';
import { formModel, formValues } from './models';

const text = z.string().max(60).nullable();
const number = z.number().min(0).max(10_000).nullable();
const byKind = [
  text,
  number,
  z.boolean().nullable(),
  z.enum(['v0', 'v1', 'v2', 'v3', 'v4', 'v5']).nullable(),
  z.iso.date().nullable(),
  z.email().nullable(),
  z.string().max(20_000).nullable(),
  z.url({ protocol: /^https?$/ }).nullable(),
];
const shape = (count: number, id: (index: number) => string) =>
  Object.fromEntries(
    Array.from({ length: count }, (_, index) => [id(index), byKind[index % byKind.length] ?? text]),
  );

/** The same entry by hand: what somebody would write who needs no conditions and no messages. */
const handWritten = z.object({
  ...shape(300, (index) => `f_0_${index}`),
  f_rows: z
    .array(z.object({ id: z.string(), values: z.object(shape(8, (index) => `f_row_${index}`)) }))
    .max(1000),
});

/** A keystroke in a large form, and its validation. */
export const formBenchmark: Benchmark = {
  name: 'form',
  async run() {
    const model = compileModel(formModel);
    const [type] = model.types;
    if (!type) throw new Error('The model has one type.');
    const facts = factsFrom({ type: 't_0', status: 'published', entry: 'e_1' });
    let values = formValues();
    const known = rememberIssues();
    const validate = (): number =>
      validateEntry(type, resolveVisibility(model, type, values, facts), 'published', known).length;
    if (validate() > 0 || !handWritten.safeParse(values).success)
      throw new Error('The sample is valid for both.');
    let step = 0;
    const keystroke = await timed(() => {
      step += 1;
      values = applyValueChange(values, {
        kind: 'set_value',
        place: [],
        field: 'f_0_0',
        value: `Larch ${step}`,
      });
      validate();
    }, 60);
    const inRow = await timed(() => {
      step += 1;
      const place = [{ field: 'f_rows', row: 'r_250' }];
      values = applyValueChange(values, {
        kind: 'set_value',
        place,
        field: 'f_row_0',
        value: `Larch ${step}`,
      });
      validate();
    }, 60);
    // Nothing may be remembered from the time before: each round validates an entry just read.
    const fresh = Array.from({ length: 40 }, () => formValues());
    let at = 0;
    const next = () => fresh[(at += 1) % fresh.length] ?? {};
    const compared = await ratio(
      () => validateEntry(type, resolveVisibility(model, type, next(), facts), 'published'),
      () => handWritten.safeParse(next()),
      30,
    );
    return [
      within('a keystroke: 300 fields, 500 rows of 8 (change, conditions, rules)', keystroke, 16),
      within('a keystroke in a row of the same entry', inRow, 16),
      comparedWith('validate that entry, against Zod by hand', compared, 1),
    ];
  },
};
