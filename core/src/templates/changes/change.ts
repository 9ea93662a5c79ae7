import type { TemplateContent } from '../template';

/** One kind of edit of a template: a value that can be applied, taken back and put into words. */
export interface TemplateChangeKind<Change, Inverse> {
  /** @returns the template with the change; the same where there is nothing to change */
  apply(content: TemplateContent, change: Change): TemplateContent;
  /** The changes that take this one back, given the template before it. */
  inverse(before: TemplateContent, change: Change): readonly Inverse[];
  /** What it does, in words, given the template before it. */
  describe(before: TemplateContent, change: Change): string;
}
