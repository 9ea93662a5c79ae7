import { InjectionToken, type Type } from '@angular/core';
import type { CompiledField } from '@tovlet/core/model/compiled';
import type { Widget } from './widget';

/** Finds the widget of a field. */
export interface Widgets {
  widgetFor(field: CompiledField): Type<Widget>;
}

/** The widgets of the field types. A token, because widgets of rows put other widgets in place. */
export const WIDGETS = new InjectionToken<Widgets>('The widgets of the field types');
