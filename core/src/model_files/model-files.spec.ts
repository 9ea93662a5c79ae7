import * as fc from 'fast-check';
import {
  altitude,
  asks,
  documentOf,
  group,
  hutDocument,
  hutFields,
  postType,
  prices,
} from '../testing/model';
import { randomFields } from '../testing/random-model';
import { block } from '../templates/template';
import type { ModelDocument } from '../model/document';
import { checkFiles, modelOf } from './check-files';
import type { FiledTemplate, ModelState } from './model-state';
import { planFiles } from './plan-files';
import { readModelFiles } from './read-files';
import { modelFiles } from './write-files';

const origin = { workspace: 'w', revision: 3 };
/** For specs the text itself tells as well as a digest of it. */
const digest = (text: string): string => text.slice(-60);
const stateOf = (document: ModelDocument): ModelState => ({ document, templates: [], views: [] });
const filesOf = (document: ModelDocument): Map<string, string> =>
  new Map(modelFiles(stateOf(document), origin, digest));
const readOf = (document: ModelDocument) => readModelFiles(filesOf(document));
const careful = { isWhole: false, prefer: null } as const;

/** The model with another label of its first field. */
const labelled = (document: ModelDocument, label: string): ModelDocument => ({
  ...document,
  groups: document.groups.map((each) => ({
    ...each,
    fields: each.fields.map((field, at) => (at === 0 ? { ...field, label } : field)),
  })),
});
const labelOf = ({ groups }: ModelDocument): string | undefined => groups[0]?.fields[0]?.label;

describe('files of a model', () => {
  it('hold one thing each, without what goes without saying', () => {
    const files = filesOf(hutDocument);
    const own = [...files.keys()].filter((path) => !path.startsWith('schemas/'));
    expect(own).toContain('tovlet.json');
    expect(own).toContain('content-types/hut.json');
    const text = files.get(own.find((path) => path.startsWith('field-groups/')) ?? '') ?? '';
    expect(JSON.parse(text).fields[0]).toEqual(jasmine.objectContaining({ id: altitude.id, kind: 'number' }));
    expect(text).not.toContain('"publicLabel"');
  });

  it('are read as what they were written from', () => {
    fc.assert(
      fc.property(randomFields, (fields) => {
        const document = documentOf(group({ fields: [...fields] }));
        const read = readOf(document);
        expect(read.problems).toEqual([]);
        expect(modelOf(read)).toEqual(document);
        // The same model is the same bytes.
        expect([...filesOf(modelOf(read))]).toEqual([...filesOf(document)]);
      }),
      { numRuns: 60 },
    );
  });

  it('keep Liquid line by line, and give it back to the letter', () => {
    const liquid = '<h1>{{ entry.title }}</h1>\n\n{% comment %}\r\n{% endcomment %}\n';
    const state: ModelState = {
      ...stateOf(hutDocument),
      templates: [
        {
          id: 't_hut',
          content: { mode: 'liquid', blocks: [block({ id: 'b_1', kind: 'heading' })], liquid },
        },
      ],
      views: [
        {
          id: 'v_1',
          type: 't_hut',
          name: 'High up',
          look: { search: '', filter: '', sort: 'title', descending: true, columns: null },
        },
      ],
    };
    const files = modelFiles(state, origin, digest);
    expect(JSON.parse(files.get('templates/hut.json') ?? '').liquid).toHaveSize(5);
    const { parts } = readModelFiles(files);
    expect(parts.templates).toEqual(state.templates);
    expect(parts.savedQueries).toEqual(state.views);
    expect([...files.keys()]).toContain('saved-queries/hut-high-up.json');
  });

  it('tell what is wrong in them, where, and read the others', () => {
    const files = filesOf(hutDocument);
    files.set('content-types/broken.json', '{\n  "id": "t_x",\n  oops\n}');
    files.set('content-types/twice.json', files.get('content-types/hut.json') ?? '');
    files.set(
      'taxonomies/bad.json',
      '{"id":"y_1","key":"Not a key","pluralKey":"x","singular":"a","plural":"b"}',
    );
    files.set('field-groups/deep.json', '['.repeat(5000));
    files.set('notes.txt', 'mine');
    files.set('../content-types/out.json', '{}');
    const { problems, parts } = readModelFiles(files);
    const told = problems.map(({ file, at, severity }) => [file, at, severity]);
    expect(told).toContain(['content-types/broken.json', '', 'error']);
    expect(told).toContain(['content-types/twice.json', '/id', 'error']);
    expect(told).toContain(['taxonomies/bad.json', '/key', 'error']);
    expect(told).toContain(['field-groups/deep.json', '', 'error']);
    expect(told).toContain(['notes.txt', '', 'warning']);
    expect(told).toContain(['../content-types/out.json', '', 'warning']);
    expect(problems.find(({ file }) => file.endsWith('broken.json'))?.message).toContain('line 3');
    expect(parts.contentTypes.map(({ key }) => key)).toContain('hut');
  });

  it('are checked by themselves, with the file of each finding', () => {
    const gone = group({ fields: [{ ...altitude, shownWhen: asks('f_gone', 'is_on') }] });
    const findings = checkFiles(readOf(documentOf(gone)));
    const found = findings.find(({ message }) => message.includes(altitude.label));
    expect(found?.file).toBe(`field-groups/${gone.key}.json`);
  });
});

describe('files that are brought into a workspace', () => {
  it('change nothing where they say what is there', () => {
    const plan = planFiles(readOf(hutDocument), stateOf(hutDocument), hutDocument, careful, digest);
    expect(plan.model.changes).toEqual([]);
    expect(plan.model.document).toEqual(hutDocument);
  });

  it('bring what they changed, and leave what was changed in the workspace since', () => {
    const now: ModelDocument = {
      ...hutDocument,
      contentTypes: hutDocument.contentTypes.map((type) =>
        type.id === 't_hut' ? { ...type, singular: 'Cabin' } : type,
      ),
    };
    const { model } = planFiles(
      readOf(labelled(hutDocument, 'Height')),
      stateOf(now),
      hutDocument,
      careful,
      digest,
    );
    expect(model.conflicts).toEqual([]);
    expect(labelOf(model.document)).toBe('Height');
    expect(model.document.contentTypes.find(({ id }) => id === 't_hut')?.singular).toBe('Cabin');
    expect(model.words).toHaveSize(1);
  });

  it('do not decide what both changed, until somebody says whose word holds', () => {
    const [read, now] = [readOf(labelled(hutDocument, 'Height')), stateOf(labelled(hutDocument, 'Level'))];
    const { model } = planFiles(read, now, hutDocument, careful, digest);
    expect(model.conflicts).toHaveSize(1);
    expect(model.conflicts[0]?.files).toContain('Height');
    expect(model.conflicts[0]?.workspace).toContain('Level');
    expect(labelOf(model.document)).toBe('Level');
    const files = planFiles(read, now, hutDocument, { isWhole: false, prefer: 'files' }, digest);
    expect(labelOf(files.model.document)).toBe('Height');
    const there = planFiles(read, now, hutDocument, { isWhole: false, prefer: 'workspace' }, digest);
    expect(labelOf(there.model.document)).toBe('Level');
  });

  it('bring back what was removed in the workspace, where their word holds', () => {
    const read = readOf(labelled(hutDocument, 'Height'));
    const without = documentOf(group({ fields: hutFields.slice(1) }));
    const there = planFiles(read, stateOf(without), hutDocument, careful, digest).model;
    expect(there.conflicts).toHaveSize(1);
    const whole = { isWhole: false, prefer: 'files' } as const;
    expect(labelOf(planFiles(read, stateOf(without), hutDocument, whole, digest).model.document)).toBe(
      'Height',
    );
    const noGroup = planFiles(read, stateOf(documentOf()), hutDocument, whole, digest).model;
    expect([noGroup.refused.length, labelOf(noGroup.document)]).toEqual([1, undefined]);
  });

  it('do not collide where both came to the same', () => {
    const both = labelled(hutDocument, 'Height');
    const { model } = planFiles(readOf(both), stateOf(both), hutDocument, careful, digest);
    expect([model.conflicts, model.changes]).toEqual([[], []]);
  });

  it('remove what has no file only where that is asked for, and never what came since', () => {
    const files = filesOf(hutDocument);
    files.delete('content-types/post.json');
    const since = { ...postType, id: 't_new', key: 'news', pluralKey: 'news_all' };
    const now = stateOf({ ...hutDocument, contentTypes: [...hutDocument.contentTypes, since] });
    const keys = (isWhole: boolean): readonly string[] =>
      planFiles(
        readModelFiles(files),
        now,
        hutDocument,
        {
          isWhole,
          prefer: null,
        },
        digest,
      ).model.document.contentTypes.map(({ key }) => key);
    expect(keys(false)).toContain('post');
    expect(keys(true)).not.toContain('post');
    expect(keys(true)).toContain('news');
  });

  it('find the same things in a workspace that gave them other ids', () => {
    const elsewhere: ModelDocument = JSON.parse(
      JSON.stringify(
        documentOf(
          group({
            fields: [
              altitude,
              prices,
              { ...altitude, id: 'f_low', key: 'low', shownWhen: asks(altitude.id, 'is_filled') },
            ],
          }),
        ),
      )
        .replaceAll(`"${altitude.id}"`, '"f_other1"')
        .replaceAll('"t_hut"', '"t_other2"'),
    );
    const here = documentOf(group({ fields: [altitude, prices] }));
    const { model } = planFiles(readOf(elsewhere), stateOf(here), null, careful, digest);
    expect(model.changes.map(({ kind }) => kind)).toEqual(['add_field']);
    const low = model.document.groups[0]?.fields.find(({ key }) => key === 'low');
    expect(JSON.stringify(low?.shownWhen)).toContain(altitude.id);
    expect(JSON.stringify(model.document)).not.toContain('other');
  });

  it('find a thing under another key where that is said', () => {
    const files = filesOf(
      JSON.parse(
        JSON.stringify(hutDocument)
          .replaceAll(`"${altitude.id}"`, '"f_height"')
          .replace('"altitude"', '"height"'),
      ),
    );
    const manifest = JSON.parse(files.get('tovlet.json') ?? '{}');
    const own = `field-groups/${hutDocument.groups[0]?.key}/height`;
    files.set('tovlet.json', JSON.stringify({ ...manifest, matches: { [own]: 'altitude' } }));
    const { model } = planFiles(readModelFiles(files), stateOf(hutDocument), null, careful, digest);
    expect(model.document.groups[0]?.fields[0]).toEqual(
      jasmine.objectContaining({ id: altitude.id, key: 'height' }),
    );
  });

  it('do not write over a template that was saved since', () => {
    const template: FiledTemplate = {
      id: 't_hut',
      content: { mode: 'liquid', blocks: [], liquid: 'a' },
    };
    const then = { ...stateOf(hutDocument), templates: [template] };
    const files = new Map(modelFiles(then, origin, digest));
    const own = files.get('templates/hut.json') ?? '';
    const changed = readModelFiles(new Map([...files, ['templates/hut.json', own.replace('"a"', '"c"')]]));
    const now: ModelState = {
      ...stateOf(hutDocument),
      templates: [{ ...template, content: { ...template.content, liquid: 'b' } }],
    };
    // What nobody changed in the files asks for nothing.
    expect(planFiles(readModelFiles(files), now, hutDocument, careful, digest).templates).toEqual({
      made: [],
      changed: [],
      removed: [],
      conflicts: [],
    });
    const { templates } = planFiles(changed, now, hutDocument, careful, digest);
    expect([templates.changed.length, templates.conflicts.length]).toEqual([0, 1]);
    const whole = { isWhole: true, prefer: 'files' } as const;
    const forced = planFiles(changed, now, hutDocument, whole, digest);
    expect(forced.templates.changed.map(({ content }) => content.liquid)).toEqual(['c']);
    expect(planFiles(changed, then, hutDocument, careful, digest).templates.changed).toHaveSize(1);
  });
});
