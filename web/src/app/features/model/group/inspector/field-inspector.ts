import { Said } from '../../../../shared/said';
import { templatePlace } from '../../../../shared/template-address';
import { say } from '@tovlet/core/locale/say';
import { MatExpansionPanel, MatExpansionPanelHeader } from '@angular/material/expansion';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  untracked,
} from '@angular/core';
import { MatButton } from '@angular/material/button';
import { ICON_BUTTON } from '../../../../shared/icon-button';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatIcon } from '@angular/material/icon';
import type { Condition } from '@tovlet/core/conditions/condition';
import type { FieldType, SettingControl as Control } from '@tovlet/core/fields/field-type';
import { fieldTypeOf, fieldTypes } from '@tovlet/core/fields/index';
import type { JsonValue } from '@tovlet/core/json';
import type { UsePlace } from '@tovlet/core/uses/uses';
import { originOf } from '@tovlet/core/model/expand';
import { useWords } from '@tovlet/core/messages/use-words';
import { Router, RouterLink, type UrlTree } from '@angular/router';
import { conditionWords } from '@tovlet/core/messages/condition-words';
import { issueMessage } from '@tovlet/core/messages/issue-words';
import { editorAccesses, fieldWidths, type Field, type FieldWidth } from '@tovlet/core/model/document';
import type { ModelChange } from '@tovlet/core/model/changes/index';
import { copyFields } from '@tovlet/core/model/fragment';
import { rxResource } from '@angular/core/rxjs-interop';
import { catchError, of } from 'rxjs';
import { Notices } from '../../../../shared/notices';
import { ChecksStore } from '../../../../shell/checks-store';
import { ModelApi } from '../../../../shell/model-api';
import { TypeChange } from '../../rehearsal/type-change';
import { TypeChoice } from '../../field-types/type-choice';
import { ModelStore } from '../../../../shell/model-store';
import { WidgetHost } from '../../../../forms/widget-host';
import { FormStore } from '../../../../forms/form-store';
import { ConditionEditor } from '../../../../conditions/condition-editor';
import { FieldProfileFold } from './field-profile';
import { SettingControl } from './setting-control';
import { fieldSubjects } from '../../../../conditions/subjects';
import { Choice } from '../../../../shared/choice';
import { Options } from '../../../../shared/options';

type Patch = Extract<ModelChange, { kind: 'set_field' }>['patch'];

const WIDTH_WORDS: Readonly<Record<FieldWidth, string>> = {
  full: say`Full`,
  half: say`Half`,
  third: say`A third`,
};

/** The settings of the selected field, in folds. */
@Component({
  selector: 'tov-field-inspector',
  imports: [
    Choice,
    ConditionEditor,
    FieldProfileFold,
    ICON_BUTTON,
    MatButton,
    MatCheckbox,
    MatIcon,
    Options,
    RouterLink,
    SettingControl,
    WidgetHost,
    Said,
    MatExpansionPanel,
    MatExpansionPanelHeader,
  ],
  // Widgets look for a form; the default's widget stands in none, and this one stays empty.
  providers: [FormStore],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '(keydown.escape)': 'backToSheet()' },
  templateUrl: './field-inspector.html',
  styleUrl: './field-inspector.scss',
})
export class FieldInspector {
  readonly fieldId = input.required<string>();
  readonly disabled = input(false);
  protected readonly model = inject(ModelStore);
  protected readonly checks = inject(ChecksStore);
  protected typesFor = ({ kind }: Field): readonly FieldType[] =>
    fieldTypes.filter((type) => (type.kind === 'shape') === (kind === 'shape'));
  protected readonly widths = fieldWidths.map((width) => ({ value: width, label: WIDTH_WORDS[width] }));
  private readonly router = inject(Router);
  private readonly api = inject(ModelApi);
  private readonly notices = inject(Notices);
  private readonly typeChoice = inject(TypeChoice);
  private readonly typeChange = inject(TypeChange);
  /** What is chosen while it is shown what becomes of the values; where it is left, the box goes back. */
  protected readonly chosenKind = linkedSignal<string | null>(() => this.compiled()?.field.kind ?? null);
  protected readonly chosenMany = linkedSignal(() => (this.compiled()?.field.many ?? null) !== null);

  protected readonly compiled = computed(() => this.model.compiled().fields.get(this.fieldId()) ?? null);
  protected readonly subjects = computed(() => {
    const compiled = this.compiled();
    if (!compiled) return [];
    const { fields, types } = this.model.compiled();
    const met = new Set(
      types
        .filter(({ groups }) => groups.some(({ group }) => group.id === compiled.groupId))
        .flatMap(({ groups }) => groups.map(({ group }) => group.id)),
    );
    const near = [...fields.values()].filter(
      ({ groupId }) => groupId === compiled.groupId || met.has(groupId),
    );
    return fieldSubjects(near, compiled.ancestors, compiled.id);
  });
  /** On how many entries the field would show under its condition. */
  protected readonly tried = rxResource({
    params: () => {
      const compiled = this.compiled();
      const condition = compiled?.field.shownWhen;
      return compiled && condition && !this.disabled()
        ? { group: compiled.groupId, field: compiled.id, condition, revision: this.model.revision() }
        : undefined;
    },
    stream: ({ params: { group, field, condition } }) =>
      this.api.tryCondition(group, field, condition).pipe(catchError(() => of(null))),
  }).value;
  protected readonly words = computed(() => {
    const condition = this.compiled()?.field.shownWhen ?? null;
    return condition ? conditionWords(condition, this.model.compiled()) : say`always`;
  });
  /** The default as it is typed: it is the field's once it could be entered. Begins anew with each field and each default. */
  protected readonly typedDefault = linkedSignal<string, JsonValue>({
    source: () => JSON.stringify([this.fieldId(), this.compiled()?.field.default ?? null]),
    computation: () => untracked(() => this.compiled()?.field.default ?? null),
  });
  protected readonly defaultProblem = computed(() => {
    const [compiled, value] = [this.compiled(), this.typedDefault()];
    if (!compiled || value === null) return null;
    const [issue] = compiled.behaviour.validate(value);
    return issue ? issueMessage(issue, say`The default`) : null;
  });
  protected readonly findings = computed(() =>
    this.checks.findings().filter(({ target }) => target.id === this.fieldId()),
  );
  protected readonly uses = computed(() =>
    this.checks.usesOf(this.fieldId()).map(({ place }) => ({
      words: useWords(place, this.model.compiled()),
      link: this.linkTo(place),
    })),
  );

  /** The screen on which a use can be seen and changed. */
  private linkTo(place: UsePlace): UrlTree {
    const { fields, typeById } = this.model.compiled();
    if ('field' in place) {
      const id = originOf(place.field);
      const group = fields.get(id)?.groupId ?? '';
      return this.router.createUrlTree(['/model/groups', group], { queryParams: { field: id } });
    }
    if (place.kind === 'rule') {
      return this.router.createUrlTree(['/model/groups', place.group], { queryParams: { view: 'rules' } });
    }
    if (place.kind === 'template') {
      const { commands, template } = templatePlace(place.template, this.model.document());
      return this.router.createUrlTree([...commands], { queryParams: { template } });
    }
    const key = typeById.get(place.type)?.contentType.key ?? '';
    return this.router.createUrlTree(
      place.kind === 'list_column' ? ['/content', key] : ['/model/types', place.type],
    );
  }

  /** Back to the line of the field in the sheet. */
  protected backToSheet(): void {
    document.getElementById(`cell-${this.fieldId()}-label`)?.focus();
  }

  protected limitOf = ({ valueAsNumber }: HTMLInputElement): number | null =>
    Number.isNaN(valueAsNumber) ? null : Math.round(valueAsNumber);

  protected setEditors(value: string): void {
    const editors = editorAccesses.find((each) => each === value);
    if (editors) this.set({ editors });
  }

  protected async copy(field: Field): Promise<void> {
    await navigator.clipboard.writeText(copyFields(this.model.document(), [field.id]));
    this.notices.say(say`“${field.label}” was copied. Paste it into the line that adds a field.`);
  }

  /** Only simple values can have a default. */
  protected readonly canDefault = computed(() => {
    const type = this.compiled()?.type;
    return (
      type !== undefined &&
      type.holds === null &&
      type.refersTo === null &&
      !type.valueless &&
      !type.computed &&
      !type.confidential
    );
  });
  protected readonly isTop = computed(() => this.compiled()?.ancestors.length === 0);
  protected readonly addresses = computed(() => {
    const compiled = this.compiled();
    if (!compiled) return [];
    return this.model
      .compiled()
      .types.filter(({ groups }) => groups.some(({ group }) => group.id === compiled.groupId))
      .map(({ contentType }) => `/api/content/v1/${contentType.pluralKey}?fields=${this.topKey()}`);
  });

  private topKey(): string {
    const compiled = this.compiled();
    const top = compiled?.ancestors[0] ?? compiled?.id ?? '';
    return this.model.compiled().fields.get(top)?.key ?? '';
  }

  protected controlsIn(fold: Control['fold']): readonly Control[] {
    return this.compiled()?.type.controls.filter((control) => control.fold === fold) ?? [];
  }

  protected set(patch: Patch): void {
    this.model.apply([{ kind: 'set_field', field: this.fieldId(), patch }]);
  }

  protected setText(
    property: 'label' | 'publicLabel' | 'help' | 'key',
    box: HTMLInputElement | HTMLTextAreaElement,
    field: Field,
  ): void {
    const value = box.value.trim();
    if (value === field[property]) return;
    if (!this.model.apply([{ kind: 'set_field', field: field.id, patch: { [property]: value } }]))
      box.value = field[property];
  }

  /** @param beneath the control that it was chosen in */
  protected async setKind(value: string, beneath: HTMLElement): Promise<void> {
    const kind = fieldTypes.find((type) => type.kind === value)?.kind;
    const now = this.compiled()?.field.kind;
    if (!kind || kind === now) return;
    const many = fieldTypeOf(kind).severalByNature ? { min: null, max: null } : null;
    this.chosenKind.set(kind);
    if (!(await this.typeChange.make(this.fieldId(), { kind, many }, beneath)))
      this.chosenKind.set(now ?? null);
  }

  protected async setMany(several: boolean, beneath: HTMLElement): Promise<void> {
    const many = several ? { min: null, max: null } : null;
    this.chosenMany.set(several);
    if (!(await this.typeChange.make(this.fieldId(), { many }, beneath))) this.chosenMany.set(!several);
  }

  /** Lets the type be chosen from the list that shows them all. */
  protected async chooseType({ kind }: Field, beneath: HTMLElement): Promise<void> {
    const chosen = await this.typeChoice.ask(kind);
    if (chosen) await this.setKind(chosen, beneath);
  }

  protected setWidth(value: string): void {
    const width = fieldWidths.find((each) => each === value);
    if (width) this.set({ width });
  }

  protected setDefault(value: JsonValue): void {
    this.typedDefault.set(value);
    if (this.defaultProblem() === null) this.set({ default: value });
  }

  protected setSetting(field: Field, key: string, value: JsonValue): void {
    this.model.apply([{ kind: 'set_settings', field: field.id, set: { [key]: value }, unset: [] }]);
  }

  protected setCondition(condition: Condition | null): void {
    this.set({ shownWhen: condition });
  }
}
