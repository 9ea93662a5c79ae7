import { ChangeDetectionStrategy, Component, inject, input } from '@angular/core';
import { MatIcon } from '@angular/material/icon';
import { MatActionList, MatListItem, MatListItemMeta, MatListItemTitle } from '@angular/material/list';
import { say } from '@tovlet/core/locale/say';
import type { CompiledField, CompiledGroup } from '@tovlet/core/model/compiled';
import { FormStore } from '../../forms/form-store';
import { Focus } from '../../shared/focus';

/** A section of a group, with the fields under it. */
interface FormSection {
  readonly section: CompiledField;
  readonly fields: readonly CompiledField[];
}

/** How what is listed stands: with errors, filled, or empty. */
type State = 'errors' | 'filled' | 'empty';

/** The groups of a form and their sections, how each stands, and the way to each. */
@Component({
  selector: 'tov-form-outline',
  imports: [MatActionList, MatIcon, MatListItem, MatListItemMeta, MatListItemTitle],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './form-outline.html',
})
export class FormOutline {
  readonly groups = input.required<readonly CompiledGroup[]>();
  private readonly form = inject(FormStore);
  private readonly focus = inject(Focus);

  protected readonly words: Record<State, string> = {
    errors: say`errors`,
    filled: say`filled`,
    empty: say`empty`,
  };

  protected openGroup(group: CompiledGroup): void {
    document.getElementById(`group-${group.group.id}`)?.scrollIntoView({ block: 'start' });
  }

  /** The sections of a group that show, each with its fields. */
  protected sectionsOf({ formFields }: CompiledGroup): readonly FormSection[] {
    const sections: { section: CompiledField; fields: CompiledField[] }[] = [];
    for (const field of formFields) {
      if (field.type.kind === 'section') sections.push({ section: field, fields: [] });
      else sections.at(-1)?.fields.push(field);
    }
    return sections.filter(({ section }) => this.form.scope()?.isHidden(section.id) === false);
  }

  /** Opens a section, behind its tab or fold, and brings it into sight. */
  protected openSection({ section, fields }: FormSection): void {
    const [first] = fields;
    this.form.revealed.set(first ? [first.id] : null);
    const placeOf = (id: string): HTMLElement | null => document.getElementById(id);
    this.focus.show(() => placeOf(`section-${section.id}`) ?? placeOf(`field-${first?.id ?? ''}`), 'start');
  }

  /** How a group or section stands: with errors, filled, or empty. */
  protected stateOf(group: Pick<CompiledGroup, 'fields'>): State {
    const ids = new Set(group.fields.map(({ id }) => id));
    if (this.form.attempted() && this.form.issues().some(({ path }) => ids.has(String(path[0]))))
      return 'errors';
    const values = this.form.values();
    return group.fields.some(({ id, behaviour }) => !behaviour.isEmpty(values[id])) ? 'filled' : 'empty';
  }
}
