import type { JsonObject } from '../../json';
import { link } from '../link/link';
import { mentionsIn, withMentions } from './mentions';
import { richText } from './rich_text';

const TEXT =
  '<p>See <a data-entry="e_1">the <em>hut</em></a>.</p><img data-medium="m_1" alt="" /><p><a href="https://huts.example">x</a></p>';
const hut: JsonObject = { id: 'e_1', type: 'hut', title: 'Larch Hut', url: '/site/hut/larch-hut/' };
const picture: JsonObject = { id: 'm_1', url: '/media/m_1/1.png', alt: 'A ridge', width: 40, height: 30 };
const all = (kind: string, id: string): JsonObject | null =>
  [hut, picture].find((each) => each['id'] === id && (kind === 'entry') === id.startsWith('e_')) ?? null;
const nothing = (): null => null;

describe('what a text names', () => {
  it('is each entry and picture of its markup, and none of its words', () => {
    expect(mentionsIn(TEXT)).toEqual([
      { kind: 'entry', id: 'e_1' },
      { kind: 'medium', id: 'm_1' },
    ]);
    expect(mentionsIn('<p>Write data-entry="e_1" there</p>')).toEqual([]);
    expect(mentionsIn('<p>Plain</p>')).toEqual([]);
  });

  it('is led to and shown', () => {
    expect(withMentions(TEXT, all)).toBe(
      '<p>See <a href="/site/hut/larch-hut/">the <em>hut</em></a>.</p>' +
        '<img src="/media/m_1/1.png" sizes="(min-width: 60rem) 42rem, 100vw" alt="" width="40" height="30" loading="lazy">' +
        '<p><a href="https://huts.example">x</a></p>',
    );
  });

  it('has words of its own for a picture, or those of the medium', () => {
    expect(withMentions('<img data-medium="m_1" alt="Fish &amp; &quot;chips&quot; $&" />', all)).toContain(
      'alt="Fish &amp; &quot;chips&quot; $&amp;"',
    );
    expect(withMentions('<img data-medium="m_1" />', all)).toContain('alt="A ridge"');
  });

  it('shows no file that is no picture', () => {
    const sheet = (): JsonObject => ({ ...picture, mime: 'application/pdf' });
    expect(withMentions('<p>a</p><img data-medium="m_1" />', sheet)).toBe('<p>a</p>');
  });

  it('leaves the words where there is no page', () => {
    const pageless = (): JsonObject => ({ ...hut, url: '' });
    expect(withMentions('<a data-entry="e_1">there</a>', pageless)).toBe('there');
    const led = { url: '', text: 'There', newTab: false, entry: 'e_1' };
    const context = { refer: pageless, clean: (html: string): string => html };
    expect(link.compile({}).present(led, context)).toBeNull();
  });

  it('leaves the words where it is gone', () => {
    expect(withMentions(TEXT, nothing)).toBe(
      '<p>See the <em>hut</em>.</p><p><a href="https://huts.example">x</a></p>',
    );
  });

  it('is told by its name where texts are compared', () => {
    const name = (id: string): string | undefined => ({ e_1: 'Larch & Co', m_1: 'ridge.png' })[id];
    const words = 'See the hut (Larch & Co).\n[ridge.png]\nx (https://huts.example)';
    expect(richText.compile({}).inWords(TEXT, name)).toBe(words);
    const { inWords } = link.compile({});
    expect(inWords({ url: '', text: 'There', newTab: false, entry: 'e_1' }, name)).toBe('There (Larch & Co)');
    expect(inWords({ url: '/huts', text: '', newTab: false }, name)).toBe('/huts');
  });

  it('is taken out, and the words stay', () => {
    const { withoutMentions } = richText.compile({});
    expect<unknown>(withoutMentions(TEXT, ['m_1', 'e_2'])).toBe(
      TEXT.replace('<img data-medium="m_1" alt="" />', ''),
    );
    expect<unknown>(withoutMentions(TEXT, ['e_1'])).toBe(
      TEXT.replace('<a data-entry="e_1">the <em>hut</em></a>', 'the <em>hut</em>'),
    );
    expect(withoutMentions('<img data-medium="m_1" />', ['m_1'])).toBeNull();
    expect(
      link.compile({}).withoutMentions({ url: '', text: 'x', newTab: false, entry: 'e_1' }, ['e_1']),
    ).toBeNull();
  });

  it('is something, also without words', () => {
    const { isEmpty } = richText.compile({});
    expect(isEmpty('<img data-medium="m_1" />')).toBe(false);
    expect(isEmpty('<p></p><hr />')).toBe(true);
  });
});

describe('a link to an entry', () => {
  const { isEmpty, mentions, present, validate } = link.compile({});
  const stored = { url: '', text: '', newTab: true, entry: 'e_1' };
  const context = { refer: all, clean: (html: string): string => html };

  it('has the address of its page, and its title where it has no words of its own', () => {
    expect(validate(stored)).toEqual([]);
    expect(isEmpty(stored)).toBe(false);
    expect(mentions(stored)).toEqual([{ kind: 'entry', id: 'e_1' }]);
    const url = '/site/hut/larch-hut/';
    expect<unknown>(present(stored, context)).toEqual({ url, text: 'Larch Hut', newTab: true });
    expect<unknown>(present({ ...stored, text: 'There' }, context)).toEqual({
      url,
      text: 'There',
      newTab: true,
    });
  });

  it('is none while the entry is not to be seen', () => {
    expect(present(stored, { ...context, refer: nothing })).toBeNull();
  });

  it('refuses what is no entry', () => {
    expect(validate({ ...stored, entry: 'm_1' }).map(({ code }) => code)).toEqual(['wrong_shape']);
  });
});
