import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { FormControl } from '@angular/forms';
import { proposedNames } from '@tovlet/core/model/new-things';

/** The names of something new, as they are filled in. */
interface Names {
  readonly singular: FormControl<string>;
  readonly plural: FormControl<string>;
  readonly key?: FormControl<string>;
}

/**
 * Proposes plural and key as the singular is typed, until somebody types their own. To be called in an injection context.
 * @param taken keys that others have
 */
export function followSingular(
  { controls }: { readonly controls: Names },
  taken: () => readonly string[],
): void {
  controls.singular.valueChanges.pipe(takeUntilDestroyed()).subscribe((singular) => {
    const proposed = proposedNames(singular, taken());
    if (!controls.plural.dirty) controls.plural.setValue(proposed.plural);
    if (controls.key?.dirty === false) controls.key.setValue(proposed.key);
  });
}
