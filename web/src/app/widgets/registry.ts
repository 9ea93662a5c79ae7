import { InjectionToken, type Type } from '@angular/core';
import type { FieldKind } from '@tovlet/core/fields/index';
import type { Widget } from './widget';

/** The widget of every field type. A token, because widgets of rows put other widgets in place. */
export const WIDGETS = new InjectionToken<Readonly<Record<FieldKind, Type<Widget>>>>(
  'The widgets of the field types',
);
