import type { Provider, Type } from '@angular/core';
import type { FieldKind } from '@tovlet/core/fields/index';
import { DateWidget } from './date/date-widget';
import { EmailWidget } from './email/email-widget';
import { ImageWidget } from './image/image-widget';
import { LongTextWidget } from './long_text/long-text-widget';
import { NumberWidget } from './number/number-widget';
import { OneChoiceWidget } from './one_choice/one-choice-widget';
import { RepeaterWidget } from './repeater/repeater-widget';
import { SwitchWidget } from './switch/switch-widget';
import { TextWidget } from './text/text-widget';
import { UrlWidget } from './url/url-widget';
import { WIDGETS } from './registry';
import type { Widget } from './widget';

/** A type without a widget does not compile. */
const widgets: Readonly<Record<FieldKind, Type<Widget>>> = {
  text: TextWidget,
  long_text: LongTextWidget,
  email: EmailWidget,
  url: UrlWidget,
  number: NumberWidget,
  date: DateWidget,
  switch: SwitchWidget,
  one_choice: OneChoiceWidget,
  image: ImageWidget,
  repeater: RepeaterWidget,
};

/** Makes the widgets known to the forms of an area. */
export function provideWidgets(): Provider {
  return { provide: WIDGETS, useValue: widgets };
}
