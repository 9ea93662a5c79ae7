import type { Role } from '@tovlet/core/roles';
import type { ChoiceOption } from '../../shared/choice';

/** What each role may do, in a few words. */
const words: Readonly<Record<Role, string>> = {
  developer: 'Developer: model, templates, people',
  editor: 'Editor: entries and media',
  reader: 'Reader: looks only',
};

/** The roles to choose from, from most to least. */
export const roleChoices: readonly ChoiceOption[] = Object.entries(words).map(([value, label]) => ({
  value,
  label,
}));
