import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { fieldTypes } from '@tovlet/core/fields/index';
import type { JsonObject, JsonValue } from '@tovlet/core/json';
import { compileModel } from '@tovlet/core/model/compile';
import type { CompiledField } from '@tovlet/core/model/compiled';
import { field } from '@tovlet/core/model/document';
import { WidgetHost } from '../app/forms/widget-host';
import { documentOf, hutGroup, settle } from './workbench';

@Component({
  imports: [WidgetHost],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label for="box">Label</label>
    <tov-widget
      [field]="field()"
      [value]="value()"
      inputId="box"
      [disabled]="disabled()"
      (committed)="commit($event)"
    />
  `,
})
export class WidgetStage {
  readonly field = signal(fieldOfKind('text'));
  readonly value = signal<JsonValue>(null);
  readonly disabled = signal(false);
  readonly commits: JsonValue[] = [];

  commit(value: JsonValue): void {
    this.commits.push(value);
    this.value.set(value);
  }
}

function fieldOfKind(kind: string, settings: JsonObject = {}): CompiledField {
  const known = fieldTypes.find((each) => each.kind === kind);
  if (!known) throw new Error(`No field type ${kind}`);
  const model = compileModel(
    documentOf(hutGroup(field({ id: 'f_x', key: 'x', label: 'X', kind: known.kind, settings }))),
  );
  const compiled = model.fields.get('f_x');
  if (!compiled) throw new Error('The field was compiled.');
  return compiled;
}

/** Draws once, not until stable: a picture's own request is never answered here. */
export async function drawn(fixture: ComponentFixture<WidgetStage>): Promise<void> {
  await settle();
  fixture.detectChanges();
}

/** A widget on the page, with what it committed. */
export interface ShownWidget {
  readonly fixture: ComponentFixture<WidgetStage>;
  readonly host: WidgetStage;
  readonly element: HTMLElement;
  /** The control that the label names. */
  readonly box: Element | null;
}

/** Shows the widget of a field type with a value. */
export async function showWidget(
  kind: string,
  value: JsonValue = null,
  settings: JsonObject = {},
): Promise<ShownWidget> {
  const fixture = TestBed.createComponent(WidgetStage);
  const host = fixture.componentInstance;
  host.field.set(fieldOfKind(kind, settings));
  host.value.set(value);
  await drawn(fixture);
  const element: HTMLElement = fixture.nativeElement;
  return { fixture, host, element, box: element.querySelector('#box') };
}
