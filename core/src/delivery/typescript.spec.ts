import { compileModel } from '../model/compile';
import { field } from '../model/document';
import { asks, difficulty, documentOf, group, hutType, picture } from '../testing/model';
import { nestedModel } from '../testing/nested-model';
import { emitTypeScript } from './typescript';

/** The text of one interface, from its comment to its end. */
function interfaceIn(text: string, name: string): string {
  const start = text.lastIndexOf('/**', text.indexOf(`export interface ${name} `));
  return text.slice(start, text.indexOf('\n}\n', start) + 3);
}

describe('the TypeScript of the content', () => {
  it('says what each type holds, with groups, rows and shapes, to the word', () => {
    const text = emitTypeScript(nestedModel, 7);
    expect(text.startsWith('/** Content API 1.7.0 */\n\n/** Hut */\nexport interface Hut {\n')).toBeTrue();
    const own = interfaceIn(text, 'Hut');
    expect(own.slice(own.indexOf('  /** altitude */'))).toBe(`  /** altitude */
  readonly altitude: number | null;
  /** beds */
  readonly beds: {
    /** summer */
    readonly summer: number | null;
    /** winter */
    readonly winter: number | null;
  };
  /** rooms */
  readonly rooms: readonly ({
    /** floor */
    readonly floor: number | null;
    /** bunks */
    readonly bunks: readonly ({
      /** width */
      readonly width: number | null;
    })[];
  })[];
  /** ways */
  readonly ways: readonly ({
    readonly shape: "walk";
    /** minutes */
    readonly minutes: number | null;
  } | {
    readonly shape: "bus";
    /** line */
    readonly line: number | null;
  })[];
}
`);
  });

  it('says what may be missing, what can be chosen, and what something refers to', () => {
    const tags = field({ id: 'f_tags', key: 'tags', label: 'Tags', kind: 'several_choices' });
    const text = emitTypeScript(
      compileModel(
        documentOf(
          group({
            fields: [
              { ...difficulty, help: 'How  hard\n it is.' },
              { ...picture, shownWhen: asks('f_difficulty', 'is_filled') },
              { ...tags, settings: difficulty.settings },
              field({ id: 'f_empty', key: 'empty', label: 'Empty', kind: 'group' }),
              field({ id: 'f_mix', key: 'mix', label: 'Mix', kind: 'mixed_list' }),
            ],
          }),
        ),
      ),
      1,
    );
    const own = interfaceIn(text, 'Hut');
    expect(own).toContain(`  readonly type: "hut";
`);
    expect(own.slice(own.indexOf('  /** How hard'))).toBe(`  /** How hard it is. */
  readonly difficulty: "easy" | "hard" | null;
  /** Picture */
  readonly picture?: Image | null;
  /** Tags */
  readonly tags: readonly ("easy" | "hard")[];
  /** Empty */
  readonly empty: {};
  /** Mix */
  readonly mix: readonly (Readonly<Record<string, unknown>>)[];
}
`);
  });

  it('describes the shapes that several types share', () => {
    const text = emitTypeScript(compileModel(documentOf()), 1);
    expect(interfaceIn(text, 'Image')).toBe(`/** The shape Image. */
export interface Image {
  readonly id: string;
  readonly url: string;
  readonly alt: string;
  readonly width: number;
  readonly height: number;
  readonly variants: readonly ({
    readonly url: string;
    readonly width: number;
    readonly height: number;
  })[];
  readonly focus_x: number;
  readonly focus_y: number;
  readonly placeholder: string | null;
  readonly colour: string | null;
}
`);
    expect(interfaceIn(text, 'Term')).toContain('readonly parent: string | null;');
  });

  it('keeps every type, also one called Problem, and those whose names come out the same', () => {
    const named = (id: string, key: string) => ({ ...hutType, id, key, pluralKey: `${key}s` });
    const text = emitTypeScript(
      compileModel({
        ...documentOf(),
        contentTypes: [named('t_1', 'problem'), named('t_2', 'bus_stop'), named('t_3', 'bus__stop')],
      }),
      1,
    );
    const names = [...text.matchAll(/^export interface (\w+) /gm)].map(([, name]) => name);
    expect(names.slice(0, 3)).toEqual(['Problem_', 'BusStop', 'Bus_Stop']);
    expect(new Set(names).size).toBe(names.length);
  });
});
