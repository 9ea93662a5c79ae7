import { Directive, input } from '@angular/core';
import type { Scope } from '@tovlet/core/evaluation/scope';
import type { JsonValue } from '@tovlet/core/json';
import type { IssuePath } from '@tovlet/core/issues/issue';
import type { CompiledField } from '@tovlet/core/model/compiled';
import { ENTRY, type ValuePlace } from '@tovlet/core/values/changes';

/**
 * What every widget gets, and the one thing it does: commit a value. Widgets never validate; what cannot be read as a
 * value of the type is committed as the text it is, so that validation says what is wrong and nothing typed is lost.
 */
@Directive()
export abstract class Widget {
  readonly field = input.required<CompiledField>();
  readonly value = input.required<JsonValue>();
  readonly inputId = input.required<string>();
  /** Ids of the help and error texts. */
  readonly describedBy = input<string | null>(null);
  readonly invalid = input(false);
  readonly disabled = input(false);
  /** In a row of a grid: without room for more than one line. */
  readonly compact = input(false);
  /** The name for screen readers where no label stands beside it. */
  readonly name = input<string | null>(null);
  readonly commit = input.required<(value: JsonValue) => void>();
  /** Where the field stands: its scope, the steps to its values, and the steps to its issues. */
  readonly scope = input<Scope | null>(null);
  readonly place = input<ValuePlace>(ENTRY);
  readonly base = input<IssuePath>([]);
}
