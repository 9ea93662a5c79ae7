import { Ajv2020 } from 'ajv/dist/2020';
import addFormats from 'ajv-formats';
import fc from 'fast-check';
import type { JsonObject, JsonValue } from '../json';
import { issueMessage } from '../messages/issue-words';
import { fieldTypeOf, fieldTypes, type FieldKind } from './index';

const behaviour = (kind: FieldKind, settings: JsonObject = {}) => fieldTypeOf(kind).compile(settings);
const codes = (kind: FieldKind, value: JsonValue, settings: JsonObject = {}): readonly string[] =>
  behaviour(kind, settings)
    .validate(value)
    .map(({ code }) => code);
const withChoices: JsonObject = { choices: [{ value: 'easy', label: 'Easy' }] };
const settingsFor = (kind: FieldKind): JsonObject =>
  kind.endsWith('_choice') || kind.endsWith('_choices') ? withChoices : {};

describe('every field type', () => {
  for (const type of fieldTypes) {
    describe(type.name, () => {
      it('accepts and validates its own example', () => {
        const own = type.compile(settingsFor(type.kind));
        expect(own.accepts(type.example)).toBeTrue();
        expect(own.validate(type.example)).toEqual([]);
      });

      it('takes absence as empty, and never zero or off', () => {
        const own = type.compile({});
        expect(own.isEmpty(undefined)).toBeTrue();
        expect(own.isEmpty(null)).toBeTrue();
        expect(own.isEmpty(0)).toBeFalse();
        expect(own.isEmpty(false)).toBeFalse();
      });

      it('coerces, validates and displays any JSON without throwing, and says every issue in words', () => {
        const own = type.compile(settingsFor(type.kind));
        fc.assert(
          fc.property(fc.jsonValue(), (raw) => {
            const value: JsonValue = JSON.parse(JSON.stringify(raw));
            const coerced = own.coerce(value);
            if (coerced !== undefined && coerced !== null) expect(own.accepts(coerced)).toBeTrue();
            for (const issue of own.validate(value))
              expect(issueMessage(issue, 'Field')).toMatch(/\S.*[.?]$/);
            expect(own.display(value, undefined)).toBeDefined();
          }),
        );
      });

      it('takes words that every object knows for no more than words', () => {
        const own = type.compile(settingsFor(type.kind));
        for (const word of ['__proto__', 'constructor', 'valueOf', 'toString', 'hasOwnProperty']) {
          const coerced = own.coerce(word);
          if (coerced !== undefined && coerced !== null)
            expect(own.accepts(coerced)).withContext(word).toBeTrue();
        }
      });

      it('coerces its own valid value to itself', () => {
        const own = type.compile(settingsFor(type.kind));
        expect<unknown>(own.coerce(type.example)).toEqual(type.example);
      });

      it('has a display format, and settings that are valid when nothing is set', () => {
        expect(type.formats.length).toBeGreaterThan(0);
        expect(type.settings.safeParse({}).success).toBeTrue();
      });
    });
  }
});

describe('the JSON Schema of a field', () => {
  const ajv = addFormats(new Ajv2020({ strict: false }));
  const cases: readonly (readonly [FieldKind, JsonObject, fc.Arbitrary<JsonValue>])[] = [
    ['text', { minLength: 2, maxLength: 5 }, fc.string({ minLength: 1, maxLength: 8, unit: 'grapheme' })],
    [
      'number',
      { min: -3, max: 12, decimals: 0 },
      fc.oneof(fc.integer({ min: -10, max: 20 }), fc.double({ min: -5, max: 15, noNaN: true })),
    ],
    ['switch', {}, fc.oneof(fc.boolean(), fc.constant('yes'))],
    ['one_choice', withChoices, fc.constantFrom('easy', 'hard', 'Easy')],
    ['slider', { min: 2, max: 8 }, fc.integer({ min: 0, max: 10 })],
    ['money', { min: 1, max: 20 }, fc.integer({ min: 0, max: 30 })],
    ['time', {}, fc.constantFrom('00:00', '23:59', '24:00', '7:05', '18:30:00', 'noon')],
    [
      'date_time',
      {},
      fc.constantFrom(
        '2026-05-31T18:30:00Z',
        '2026-02-28T00:00:00Z',
        '2026-05-31',
        '2026-05-31T18:30:00+02:00',
      ),
    ],
    ['colour', {}, fc.constantFrom('#1f5f55', '#1F5F55', '#abc', 'green')],
    [
      'several_choices',
      { ...withChoices, maxChoices: 1 },
      fc.array(fc.constantFrom('easy', 'hard'), { maxLength: 3 }),
    ],
    ['date', {}, fc.constantFrom('2026-02-28', '2026-02-29', '2024-02-29', '26-1-1', 'x')],
  ];
  for (const [kind, settings, values] of cases) {
    it(`accepts what ${kind} accepts and refuses what it refuses`, () => {
      const own = behaviour(kind, settings);
      const validate = ajv.compile(own.jsonSchema);
      fc.assert(
        fc.property(values, (value) => {
          // The schema speaks of values that are there; empty ones are null by the time they are delivered.
          if (own.isEmpty(value) || Object.is(value, -0)) return;
          expect(validate(value))
            .withContext(JSON.stringify(value))
            .toBe(own.validate(value).length === 0);
        }),
      );
    });
  }
});

describe('text', () => {
  it('counts characters as readers do', () => {
    expect(codes('text', '😀😀', { maxLength: 2 })).toEqual([]);
    expect(codes('text', '😀😀😀', { maxLength: 2 })).toEqual(['too_long']);
  });

  it('says how long a text of 10 000 characters is', () => {
    const [issue] = behaviour('text', { maxLength: 60 }).validate('x'.repeat(10_000));
    expect(issue && issueMessage(issue, 'Name')).toBe('Name takes up to 60 characters; it has 10,000.');
  });

  it('offers to join several lines', () => {
    expect(JSON.stringify(behaviour('text').validate('a\nb')[0]?.fix)).toBe(
      '{"label":"Join the lines","value":"a b"}',
    );
  });
});

describe('number', () => {
  it('reads numbers as people write them', () => {
    const own = behaviour('number');
    expect<unknown>(own.coerce('2 140,5')).toBe(2140.5);
    expect<unknown>(own.coerce('-.5')).toBe(-0.5);
    expect<unknown>(own.coerce('2140 m')).toBeUndefined();
    expect<unknown>(own.coerce('')).toBeNull();
    expect<unknown>(own.coerce('Infinity')).toBeUndefined();
  });

  it('keeps to limits, decimals and steps', () => {
    expect(codes('number', -1, { min: 0 })).toEqual(['too_small']);
    expect(codes('number', 1.25, { decimals: 1 })).toEqual(['too_many_decimals']);
    expect(codes('number', 0.3, { step: 0.1 })).toEqual([]);
    expect(codes('number', 7, { step: 5, min: 1 })).toEqual(['not_a_step']);
    expect(codes('number', '7')).toEqual(['not_a_number']);
  });

  it('shows its unit', () => {
    expect(behaviour('number', { unit: 'm' }).display(2140, undefined)).toEqual({ text: '2140\u00a0m' });
    expect(behaviour('number', { unit: 'm' }).display(2140, 'bare')).toEqual({ text: '2140' });
  });
});

describe('url', () => {
  it('offers the scheme that is missing', () => {
    const [issue] = behaviour('url').validate('example.org/huts');
    expect(issue?.code).toBe('url_without_scheme');
    expect<unknown>(issue?.fix).toEqual({ label: 'Add https://', value: 'https://example.org/huts' });
  });

  it('refuses what is not a web address', () => {
    expect(codes('url', 'javascript:alert(1)')).toEqual(['url_scheme']);
    expect(codes('url', 'https:example.org')).toEqual(['not_a_url']);
    expect(codes('url', 'https://a b')).toEqual(['not_a_url']);
    expect(codes('url', 'hut on the hill')).toEqual(['not_a_url']);
    expect(codes('url', 'https://example.org/ä?q=1#x')).toEqual([]);
  });

  it('escapes what it links', () => {
    const shown = behaviour('url').display('https://example.org/"><script>', undefined);
    expect('html' in shown && shown.html).not.toContain('<script>');
  });
});

describe('email', () => {
  it('accepts addresses and refuses what is not one', () => {
    expect(codes('email', 'larch.hut+winter@example.org')).toEqual([]);
    for (const wrong of ['larch', 'larch@', 'larch@example', 'a b@example.org', '@example.org']) {
      expect(codes('email', wrong)).withContext(wrong).toEqual(['not_an_email']);
    }
  });
});

describe('date', () => {
  it('knows the calendar and keeps to limits', () => {
    expect(codes('date', '2026-02-29')).toEqual(['not_a_date']);
    expect(codes('date', '1899-12-31', { min: '1900-01-01' })).toEqual(['too_early']);
  });

  it('reads ISO and day.month.year', () => {
    expect<unknown>(behaviour('date').coerce('3.7.1927')).toBe('1927-07-03');
    expect<unknown>(behaviour('date').coerce('1927-07-03T10:00:00Z')).toBe('1927-07-03');
    expect<unknown>(behaviour('date').coerce('31.2.1927')).toBeUndefined();
  });
});

describe('one choice', () => {
  it('finds a choice by value or label, whatever the case', () => {
    expect<unknown>(behaviour('one_choice', withChoices).coerce(' EASY ')).toBe('easy');
    expect<unknown>(behaviour('one_choice', withChoices).coerce('medium')).toBeUndefined();
  });

  it('names the choices there are', () => {
    const [issue] = behaviour('one_choice', withChoices).validate('hard');
    expect(issue && issueMessage(issue, 'Difficulty')).toBe(
      '“hard” is not a choice of Difficulty. Choose Easy.',
    );
  });

  it('takes no two choices with one value', () => {
    const twice = [withChoices['choices'], withChoices['choices']].flat();
    expect(fieldTypeOf('one_choice').settings.safeParse({ choices: twice }).success).toBeFalse();
  });
});

describe('long text', () => {
  it('becomes paragraphs, escaped', () => {
    expect(behaviour('long_text').display('a <b>\nc\n\n\nd', undefined)).toEqual({
      html: '<p>a &lt;b&gt;<br>c</p><p>d</p>',
    });
  });
});

describe('image', () => {
  it('writes a responsive picture with its alternative text escaped', () => {
    const shown = behaviour('image').display(
      {
        url: '/media/m_1/a.webp',
        alt: 'A "hut"',
        width: 800,
        height: 600,
        variants: [{ url: '/v', width: 320, height: 240 }],
      },
      undefined,
    );
    expect(shown).toEqual({ html: jasmine.stringContaining('alt="A &quot;hut&quot;"') });
    expect(shown).toEqual({ html: jasmine.stringContaining('srcset="/v 320w"') });
  });
});

describe('the words that propose types', () => {
  it('each speak for one type: a second one would never be proposed', () => {
    const owners = new Map<string, readonly string[]>();
    for (const { kind, words } of fieldTypes)
      for (const word of words) owners.set(word, [...(owners.get(word) ?? []), kind]);
    expect([...owners].filter(([, kinds]) => kinds.length > 1)).toEqual([]);
  });
});

describe('further field types', () => {
  const fixOf = (kind: FieldKind, value: JsonValue, settings: JsonObject = {}): unknown =>
    behaviour(kind, settings).validate(value)[0]?.fix?.value;

  it('of phones take digits with the marks between them', () => {
    expect(['+00 512 34 56', '(0512) 34-56', '12345'].flatMap((value) => codes('phone', value))).toEqual([]);
    expect(['12', 'call me', '+', '1'.repeat(20)].map((value) => codes('phone', value)[0])).toEqual(
      Array(4).fill('not_a_phone'),
    );
    expect<unknown>(behaviour('phone').display('+00 (51) 2', undefined)).toEqual({
      html: '<a href="tel:+00512">+00 (51) 2</a>',
    });
  });

  it('of colours and times offer what was meant', () => {
    expect([fixOf('colour', '#ABC'), fixOf('colour', '1F5F55'), fixOf('colour', 'green')]).toEqual([
      '#aabbcc',
      '#1f5f55',
      undefined,
    ]);
    expect([
      fixOf('time', '7:05'),
      fixOf('time', '6.30 pm'),
      fixOf('time', '12 am'),
      fixOf('time', '25:00'),
    ]).toEqual(['07:05', '18:30', '00:00', undefined]);
  });

  it('of moments keep UTC', () => {
    expect<unknown>(behaviour('date_time').coerce('2026-05-31T20:30:00+02:00')).toBe('2026-05-31T18:30:00Z');
    expect<unknown>(behaviour('date_time').coerce('2026-05-31')).toBeUndefined();
    expect(codes('date_time', '2026-02-30T10:00:00Z')).toEqual(['not_a_moment']);
  });

  it('of money know the decimals of their currency', () => {
    expect(codes('money', 10.5)).toEqual([]);
    expect(fixOf('money', 10.557)).toBe(10.56);
    expect(fixOf('money', 10.5, { currency: 'JPY' })).toBe(11);
    expect<unknown>(behaviour('money').coerce('€ 1 200,50')).toBe(1200.5);
    expect<unknown>(behaviour('money').coerce('30 EUR')).toBe(30);
    expect<unknown>(behaviour('money').display(30, 'short')).toEqual({ text: '€30' });
  });

  it('of several choices are lists without repeats', () => {
    const two = {
      choices: [
        { value: 'de', label: 'German' },
        { value: 'it', label: 'Italian' },
      ],
      minChoices: 1,
      maxChoices: 1,
    };
    expect(codes('several_choices', ['de', 'it'], two)).toEqual(['too_many_choices']);
    expect(codes('several_choices', ['de', 'de'], two)).toEqual(['choice_twice']);
    expect(codes('several_choices', ['fr'], two)).toEqual(['not_a_choice']);
    expect<unknown>(behaviour('several_choices', two).coerce('german; IT')).toEqual(['de', 'it']);
    expect<unknown>(behaviour('several_choices', two).display(['it', 'de'], undefined)).toEqual({
      text: 'Italian, German',
    });
    expect<unknown>(behaviour('several_choices').emptyPresented).toEqual([]);
  });

  it('of links take addresses of this site and mend those without a scheme', () => {
    const to = (url: string): JsonValue => ({ url, text: 'Book', newTab: false });
    expect(codes('link', to('/huts/'))).toEqual([]);
    expect(codes('link', to('//elsewhere.example'))).toEqual(['not_a_url']);
    expect(codes('link', to('javascript:alert(1)'))).toEqual(['url_scheme']);
    expect(fixOf('link', to('larch.example'))).toEqual({
      url: 'https://larch.example',
      text: 'Book',
      newTab: false,
    });
    expect<unknown>(
      behaviour('link').display({ url: 'https://a.example', text: '<b>', newTab: true }, undefined),
    ).toEqual({
      html: '<a href="https://a.example" target="_blank" rel="noopener">&lt;b&gt;</a>',
    });
  });

  it('of code are told where JSON breaks off, and nothing of other languages', () => {
    const found = (text: string, language: string) => behaviour('code', { language }).validate(text);
    expect(found('{"a": [1, 2]}', 'json')).toEqual([]);
    expect(found('{\n  "a": 1,\n}', 'json')).toEqual([{ code: 'not_json', params: { line: 3 } }]);
    expect(found('{', 'javascript')).toEqual([]);
  });

  it('of code are escaped', () => {
    expect<unknown>(behaviour('code', { language: 'html' }).display('<p>', undefined)).toEqual({
      html: '<pre class="code"><code class="language-html">&lt;p&gt;</code></pre>',
    });
  });
});
