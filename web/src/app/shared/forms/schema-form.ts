import { FormControl, FormGroup, type ValidatorFn } from '@angular/forms';
import type { Problem } from '@tovlet/core/contracts/studio';

/** The controls of a form that fills in what a schema takes. */
export type ControlsOf<Input extends object> = { [Name in keyof Input]: FormControl<Input[Name]> };

/** What of a schema holds a control to it. */
interface Holds {
  safeParse(value: unknown): {
    readonly error?: { readonly issues: readonly { readonly message: string }[] };
  };
}

/** What is wrong with a control, in words, as its `errors` hold it. */
const SAID = 'said';

/** What a control says to be wrong with it; null where nothing is. */
export const saidOf = (control: FormControl<unknown>): string | null => {
  const said: unknown = control.errors?.[SAID];
  return typeof said === 'string' ? said : null;
};

/** A validator that holds a control to a schema, in the schema's words. */
const validatorOf =
  (schema: Holds): ValidatorFn =>
  ({ value }) => {
    const { error } = schema.safeParse(value);
    return error ? { [SAID]: error.issues[0]?.message ?? '' } : null;
  };

/**
 * Makes a form for what a contract takes: each control is held to the schema of its name, so that form and server say the same.
 * @param schema the contract
 * @param initial what stands in the controls at first; its names are the controls
 * @example schemaForm(signInSchema, { email: '', password: '' })
 */
export function schemaForm<Input extends { readonly [Name in keyof Input]: string }>(
  { shape }: { readonly shape: Readonly<Record<keyof Input & string, Holds>> },
  initial: Input,
): FormGroup<ControlsOf<Input>> {
  const schemas: Readonly<Record<string, Holds>> = shape;
  const controls = Object.entries<string>(initial).map(([name, value]) => {
    const schema = schemas[name];
    const validators = schema ? [validatorOf(schema)] : [];
    return [name, new FormControl(value, { nonNullable: true, validators })];
  });
  // The names and values of `initial` are those of the controls made from it.
  return new FormGroup(Object.fromEntries(controls) as ControlsOf<Input>);
}

/** Shows everything that is wrong, and leads to the first of it. @returns whether nothing is */
export function isReady(form: FormGroup, element: HTMLElement): boolean {
  form.markAllAsTouched();
  if (form.valid) return true;
  // After the page has drawn what is wrong.
  requestAnimationFrame(() => element.querySelector<HTMLElement>('[aria-invalid="true"]')?.focus());
  return false;
}

/**
 * Puts what the server refused to the controls it is about.
 * @returns what is left to be said for the form as a whole; empty where all of it found a control
 */
export function showProblem(form: FormGroup, { detail, title, errors = [] }: Problem): string {
  const placed = errors.filter(({ path, message }) => {
    const control = form.get(path.slice(1));
    control?.setErrors({ [SAID]: message });
    control?.markAsTouched();
    return control !== null;
  });
  return errors.length > 0 && placed.length === errors.length ? '' : (detail ?? title);
}
