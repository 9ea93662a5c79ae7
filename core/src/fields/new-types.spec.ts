import { objectSchema, shapes } from '../delivery/shapes';
import fc from 'fast-check';
import { Ajv2020 } from 'ajv/dist/2020';
import type { JsonObject, JsonValue } from '../json';
import { usePatternEngine } from '../patterns/engine';
import { linearEngine } from '../patterns/linear';
import { plainContext } from '../values/compute';
import { fieldTypeOf, type FieldKind } from '.';
import { embedFrom } from './embed/embed';
import { filmIdFrom } from './embed/film-host';
import { bytesInWords } from './media_fit/bytes-in-words';
import { textOfHtml } from './rich_text/text-of-html';

const behaviour = (kind: FieldKind, settings: JsonObject = {}) => fieldTypeOf(kind).compile(settings);
const codes = (kind: FieldKind, value: JsonValue, settings: JsonObject = {}): readonly string[] =>
  behaviour(kind, settings)
    .validate(value)
    .map(({ code }) => code);

describe('rich text', () => {
  it('counts the text, not its markup, and is empty without text', () => {
    const own = behaviour('rich_text', { maxLength: 5 });
    expect(codes('rich_text', '<p><strong>Larch</strong></p>', { maxLength: 5 })).toEqual([]);
    expect(codes('rich_text', '<p>Larches</p>', { maxLength: 5 })).toEqual(['too_long']);
    expect([own.isEmpty('<p> </p>'), own.isEmpty('<p>a</p>')]).toEqual([true, false]);
  });

  it('reads as plain text with its entities and blocks', () => {
    expect(textOfHtml('<h2>Fish &amp; chips</h2><ul><li>one</li><li>two</li></ul>')).toBe(
      'Fish & chips\none\ntwo',
    );
  });

  it('is cleaned when it is presented', () => {
    const clean = { ...plainContext, clean: () => 'clean' };
    expect<unknown>(behaviour('rich_text').present('<p>x</p>', clean)).toBe('clean');
  });
});

describe('embeds', () => {
  it('are brought into one form from every form in which people copy a film', () => {
    for (const text of [
      'ridgewalk',
      'lmrl.example/ridgewalk',
      'https://lmrl.example/ridgewalk/',
      'https://lumenreel.example/film/ridgewalk',
      'http://www.lumenreel.example/film/ridgewalk?at=30#start',
      ' player.lumenreel.example/play/ridgewalk ',
    ])
      expect(embedFrom(text).url).withContext(text).toBe('https://lumenreel.example/film/ridgewalk');
  });

  it('are other pages by their address, and what is neither is refused', () => {
    expect(filmIdFrom('https://other.example/film/ridgewalk')).toBeNull();
    expect(codes('embed', embedFrom('https://other.example/page'))).toEqual([]);
    expect(codes('embed', embedFrom('other.example'))).toEqual(['url_without_scheme']);
    expect(codes('embed', embedFrom('not a film'))).toEqual(['not_embeddable']);
    expect(codes('embed', embedFrom('https://lumenreel.example/about'))).toEqual(['no_such_film']);
  });

  it('show a sandboxed player, or a link where there is none', () => {
    const film: JsonObject = { ...embedFrom('ridgewalk'), player: '/p"', title: 'A <film>' };
    const shown = behaviour('embed').display(film, undefined);
    expect('html' in shown && shown.html).toContain('sandbox="allow-scripts"');
    expect('html' in shown && shown.html).not.toContain('<film>');
    const link = behaviour('embed').display(embedFrom('https://a.example/'), undefined);
    expect('html' in link && link.html).toContain('<a href="https://a.example/">');
  });
});

describe('places', () => {
  it('are read from degrees as maps write them', () => {
    const own = behaviour('place');
    expect<unknown>(own.coerce('41.5, -38.25')).toEqual({ latitude: 41.5, longitude: -38.25, address: '' });
    expect(own.coerce('north')).toBeUndefined();
  });

  it('lie on the earth, as JSON Schema says too', () => {
    const valid = new Ajv2020({ strict: false }).compile(objectSchema(shapes.Place));
    const ends = [90, 180].flatMap((end) => [end, end + 1e-9, end + 1, -end, -end - 1e-9, -end - 1]);
    const degree = fc.oneof(fc.constantFrom(...ends), fc.double({ min: -400, max: 400, noNaN: true }));
    fc.assert(
      fc.property(degree, degree, (latitude, longitude) => {
        const value = { latitude, longitude, address: 'x' };
        expect(valid(value)).toBe(codes('place', value).length === 0);
      }),
    );
  });
});

describe('galleries', () => {
  it('have limits and each picture once', () => {
    expect(codes('gallery', ['m_0001', 'm_0001'])).toEqual(['image_twice']);
    expect(codes('gallery', ['m_0001'], { minImages: 2 })).toEqual(['too_few_images']);
    expect(codes('gallery', ['m_0001', 'm_0002'], { maxImages: 1 })).toEqual(['too_many_images']);
  });

  it('leave out pictures that are gone', () => {
    const context = {
      ...plainContext,
      refer: (_kind: string, id: string) => (id === 'm_0001' ? { id, url: '/a' } : null),
    };
    expect<unknown>(behaviour('gallery').present(['m_0002', 'm_0001'], context)).toEqual([
      { id: 'm_0001', url: '/a' },
    ]);
  });
});

describe('secrets', () => {
  it('are a mark wherever they are presented, and never show', () => {
    const own = behaviour('secret');
    expect<unknown>(own.present({ hash: '$argon2id$x' }, plainContext)).toEqual({ set: true });
    expect(own.display({ set: true }, undefined)).toEqual({ text: '••••' });
    expect(fieldTypeOf('secret').confidential).toBeTrue();
  });

  it('have a least length while they are typed', () => {
    expect(codes('secret', 'abc', { minLength: 4 })).toEqual(['too_short']);
    expect(codes('secret', { set: true }, { minLength: 4 })).toEqual([]);
  });
});

describe('computed values', () => {
  it('have the operators, column and schema of their result', () => {
    const under = (result: string) => fieldTypeOf('computed').under({ result });
    expect(['number', 'text', 'switch', 'list'].map((result) => under(result).index)).toEqual([
      'float8',
      'text',
      'boolean',
      'text[]',
    ]);
    expect(under('switch').operators).toContain('is_on');
    expect<unknown>(behaviour('computed', { result: 'list' }).jsonSchema['type']).toBe('array');
  });
});

describe('texts with a pattern', () => {
  it('say in the developer’s words what does not fit', () => {
    usePatternEngine(linearEngine);
    const settings = { pattern: '^VM-[0-9]{4}$', patternHint: 'Four digits behind VM-' };
    expect(codes('text', 'VM-1234', settings)).toEqual([]);
    expect(codes('text', 'VM-12', settings)).toEqual(['not_in_pattern']);
    const valid = new Ajv2020({ strict: false }).compile(behaviour('text', settings).jsonSchema);
    expect([valid('VM-1234'), valid('VM-12')]).toEqual([true, false]);
  });
});

describe('sizes', () => {
  it('read as people say them', () => {
    expect([0, 999, 1500, 245_760, 7_340_000].map(bytesInWords)).toEqual([
      '0 B',
      '999 B',
      '1.5 kB',
      '246 kB',
      '7.3 MB',
    ]);
  });
});
