import type { Provider, Type } from '@angular/core';
import type { FieldKind } from '@tovlet/core/fields/index';
import { CodeWidget } from './code/code-widget';
import { ColourWidget } from './colour/colour-widget';
import { DateTimeWidget } from './date_time/date-time-widget';
import { LinkWidget } from './link/link-widget';
import { MoneyWidget } from './money/money-widget';
import { PhoneWidget } from './phone/phone-widget';
import { SeveralChoicesWidget } from './several_choices/several-choices-widget';
import { SliderWidget } from './slider/slider-widget';
import { TimeWidget } from './time/time-widget';
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
  phone: PhoneWidget,
  colour: ColourWidget,
  code: CodeWidget,
  slider: SliderWidget,
  money: MoneyWidget,
  time: TimeWidget,
  date_time: DateTimeWidget,
  several_choices: SeveralChoicesWidget,
  link: LinkWidget,
};

/** Makes the widgets known to the forms of an area. */
export function provideWidgets(): Provider {
  return { provide: WIDGETS, useValue: widgets };
}
