import { Pipe, type PipeTransform } from '@angular/core';
import type { ChoiceOption } from './choice-option';

/**
 * Makes options of a choice from a list of things.
 * @example `types() | options: 'kind' : 'name'`
 */
@Pipe({ name: 'options' })
export class Options implements PipeTransform {
  /** @param value the member that is chosen; @param label the member that is shown */
  transform<Item>(
    items: readonly Item[] | null | undefined,
    value: keyof Item,
    label: keyof Item,
  ): readonly ChoiceOption[] {
    return (items ?? []).map((item) => ({ value: String(item[value]), label: String(item[label]) }));
  }
}
