import { say } from '@tovlet/core/locale/say';
import type { Role } from '@tovlet/core/roles';
import type { ChoiceOption } from '../../shared/choice-option';

/** What each role may do, in a few words. */
const words: Readonly<Record<Role, string>> = {
  developer: say`Developer: model, templates, people`,
  editor: say`Editor: entries and media`,
  reader: say`Reader: looks only`,
};

/** The roles to choose from, from most to least. */
export const roleChoices: readonly ChoiceOption[] = Object.entries(words).map(([value, label]) => ({
  value,
  label,
}));
