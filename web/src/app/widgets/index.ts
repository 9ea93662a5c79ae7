import type { Provider, Type } from '@angular/core';
import type { FieldKind } from '@tovlet/core/fields/index';
import type { CompiledField } from '@tovlet/core/model/compiled';
import { RichTextWidget } from './rich_text/rich-text-widget';
import { SecretWidget } from './secret/secret-widget';
import { GalleryWidget } from './gallery/gallery-widget';
import { FileWidget } from './file/file-widget';
import { EmbedWidget } from './embed/embed-widget';
import { PlaceWidget } from './place/place-widget';
import { RelationWidget } from './relation/relation-widget';
import { TermWidget } from './term/term-widget';
import { PersonWidget } from './person/person-widget';
import { ComputedWidget } from './computed/computed-widget';
import { GroupWidget } from './group/group-widget';
import { ListWidget } from './list/list-widget';
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
import { WIDGETS, type Widgets } from '../forms/widget-registry';
import type { Widget } from '../forms/widget';

/** What stands in the form and holds no value is drawn by the form itself; a shape by its mixed list. */
type WidgetKind = Exclude<FieldKind, 'section' | 'note' | 'shape'>;

/** A type without a widget does not compile. */
const widgets: Readonly<Record<WidgetKind, Type<Widget>>> = {
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
  rich_text: RichTextWidget,
  secret: SecretWidget,
  gallery: GalleryWidget,
  file: FileWidget,
  embed: EmbedWidget,
  place: PlaceWidget,
  relation: RelationWidget,
  term: TermWidget,
  person: PersonWidget,
  computed: ComputedWidget,
  group: GroupWidget,
  shared_set: GroupWidget,
  mixed_list: RepeaterWidget,
};

/** Widgets that take one value or several by themselves. */
const forLists: Readonly<Partial<Record<FieldKind, Type<Widget>>>> = {
  relation: RelationWidget,
  term: TermWidget,
};

const byKind: Readonly<Record<string, Type<Widget>>> = widgets;

/** The widget of a field: its type's own, or the list of several of them. */
function widgetFor({ type }: CompiledField): Type<Widget> {
  if (type.list) return forLists[type.kind] ?? ListWidget;
  return byKind[type.kind] ?? TextWidget;
}

/** Makes the widgets known to the forms of an area. */
export function provideWidgets(): Provider {
  return { provide: WIDGETS, useValue: { widgetFor } satisfies Widgets };
}
