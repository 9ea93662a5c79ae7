import { evaluate } from '../evaluation/evaluate';
import type { Condition } from '../conditions/condition';
import { Scope } from '../evaluation/scope';
import { runChecks } from '../checks';
import { usesOf } from '../uses/uses';
import { useWords } from '../messages/use-words';
import { conditionWords } from '../messages/condition-words';
import { block, type TemplateContent } from '../templates/template';
import { altitude, documentOf, facts, group } from '../testing/model';
import { compileModel } from './compile';
import type { ModelDocument } from './document';
import { pageTemplates, templateName, templateOf, typeOfTemplate } from './page-templates';

const compact = { id: 'x_compact', label: 'Compact' };

function withTemplates(document: ModelDocument): ModelDocument {
  return {
    ...document,
    contentTypes: document.contentTypes.map((type) =>
      type.id === 't_hut' ? { ...type, templates: [compact] } : type,
    ),
  };
}

const onTemplate = (value: string): Condition => ({
  kind: 'property',
  property: 'template',
  operator: 'is',
  value,
});

describe('the templates of a type', () => {
  const document = withTemplates(documentOf(group({ id: 'g_hut', label: 'Hut', fields: [altitude] })));
  const model = compileModel(document);
  const hut = model.typeById.get('t_hut')?.contentType;
  if (!hut) throw new Error('The huts are there.');

  it('are the standard one and its own, each with a name', () => {
    expect(pageTemplates(hut).map(({ id }) => id)).toEqual(['t_hut', 'x_compact']);
    expect(templateName({ ...hut, singular: 'Page' }, 't_hut')).toBe('Page');
    expect([templateName(hut, 't_hut'), templateName(hut, 'x_compact')]).toEqual([
      'Hut page',
      'Hut page “Compact”',
    ]);
    expect(typeOfTemplate(document.contentTypes, 'x_compact')?.id).toBe('t_hut');
    expect(typeOfTemplate(document.contentTypes, 'x_gone')).toBeUndefined();
  });

  it('fall back to the standard one where the chosen one was removed', () => {
    expect([templateOf(hut, 'x_compact'), templateOf(hut, null), templateOf(hut, 'x_gone')]).toEqual([
      'x_compact',
      't_hut',
      't_hut',
    ]);
  });

  it('decide where a group appears, and are named in words', () => {
    const on = (template: string) =>
      evaluate(onTemplate('x_compact'), Scope.ofEntry({ ...facts, template }, {}), new Map());
    expect([on('x_compact'), on('t_hut')]).toEqual([true, false]);
    expect(conditionWords(onTemplate('x_compact'), model)).toBe('template is Compact (Hut)');
    expect(conditionWords(onTemplate('t_hut'), model)).toBe('template is Standard (Hut)');
    expect(conditionWords(onTemplate('x_gone'), model)).toBe('template is a removed template');
  });

  it('are missed by a check where a rule names one that was removed', () => {
    const named = (value: string) =>
      compileModel(
        withTemplates(
          documentOf(group({ id: 'g_hut', label: 'Hut', fields: [altitude], appearsOn: onTemplate(value) })),
        ),
      );
    const codes = (value: string) => runChecks(named(value)).map(({ code }) => code);
    expect(codes('x_gone')).toContain('group_template_gone');
    expect(codes('x_compact')).not.toContain('group_template_gone');
  });

  it('count as uses of what they show, beside the page order', () => {
    const heading = block({
      id: 'b_1',
      kind: 'heading',
      properties: {
        text: { binding: { source: 'entry', path: 'f_altitude', format: null, fallback: '' } },
      },
    });
    const content: TemplateContent = { mode: 'blocks', blocks: [heading], liquid: '' };
    const uses = usesOf(model, new Map([['x_compact', content]])).get('f_altitude') ?? [];
    expect(uses.map(({ place }) => useWords(place, model))).toEqual([
      'Template “Compact” of Hut',
      'Page order of Hut',
    ]);
  });
});
