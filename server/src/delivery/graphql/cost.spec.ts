import { getIntrospectionQuery } from 'graphql';
import { eachWithWorkspace, type GraphqlAnswer } from '../../testing/workspace';

describe('queries that ask for too much over GraphQL', () => {
  const workspace = eachWithWorkspace();
  const ask = async (query: string, variables: object = {}): Promise<string> => {
    const body = { query, variables };
    const answer = await workspace().send<GraphqlAnswer<unknown>>('POST', '/api/graphql', body);
    expect(answer.status).withContext(query.slice(0, 80)).toBeLessThan(500);
    return answer.body.errors?.[0]?.message ?? 'answered';
  };
  const bomb = (levels: number): string => {
    const names = ['a', 'b', 'c', 'd', 'e', 'f', 'g', 'h', 'i', 'j'];
    const doubled = names.slice(0, levels).map((name, index) => {
      const inner = index === 0 ? 'id title slug url' : `...${names[index - 1]}`;
      const aliases = [1, 2, 3, 4, 5].map((at) => `${name}${at}: prices { guest ${name}${at}: note }`);
      return `fragment ${name} on Hut { ${inner} ${aliases.join(' ')} }`;
    });
    return `{ huts(first: 200) { nodes { ...${names[levels - 1]} } } } ${doubled.join(' ')}`;
  };

  it('are counted with their fragments, named and inline', async () => {
    expect(await ask(bomb(10))).toContain('asks for too much');
    const inline = '... on Hut { prices { guest } '.repeat(9) + '}'.repeat(9);
    expect(await ask(`{ huts(first: 200) { nodes { ${inline} } } }`)).toBe('answered');
    const wide = Array.from({ length: 90 }, (_, at) => `a${at}: prices { guest note }`).join(' ');
    expect(await ask(`{ huts(first: 200) { nodes { ... on Hut { ${wide} } } } }`)).toMatch(
      /asks for too much: about \d+ values.*“huts”, line 1/,
    );
  });

  it('by many lists at once, in fragments as well, are refused', async () => {
    const lists = (count: number): string =>
      Array.from({ length: count }, (_, at) => `l${at}: huts(first: 1) { totalCount }`).join(' ');
    expect(await ask(`{ ${lists(20)} }`)).toBe('answered');
    expect(await ask(`{ ${lists(21)} }`)).toContain('up to 20 lists');
    const halves = `fragment a on Query { ${lists(15)} } fragment b on Query { ...a m: huts { totalCount } }`;
    expect(await ask(`{ ...a } ${halves}`.replace('{ ...a }', '{ ...b }'))).toBe('answered');
    expect(await ask(`{ ...a ... on Query { ...b } } ${halves}`)).toContain('up to 20 lists');
  });

  it('by circles, depth, equal names or length are refused without being validated', async () => {
    expect(await ask('{ ...a } fragment a on Query { ...a }')).toContain('includes itself');
    expect(await ask(`{ ${'huts { '.repeat(20)} id ${'}'.repeat(20)} }`)).toContain('levels deep');
    expect(await ask(`{ huts { nodes { ${'id '.repeat(150)} } } }`)).toContain('up to 100 times');
    expect(await ask(`{ huts { nodes { ${'id '.repeat(3000)} } } }`)).toContain('2000 tokens');
  });

  it('count the size of a page from its literal or its variable', async () => {
    const query = (first: string): string =>
      `query${first === '$n' ? ' ($n: Int)' : ''} { huts(first: ${first}) { nodes { ${Array.from({ length: 10 }, (_, at) => `p${at}: prices { guest member_price guest_price note }`).join(' ')} } } }`;
    expect(await ask(query('10'))).toBe('answered');
    expect(await ask(query('200'))).toContain('asks for too much');
    expect(await ask(query('$n'), { n: 10 })).toBe('answered');
    expect(await ask(query('$n'), { n: 200 })).toContain('asks for too much');
  });

  it('are told from a look at the schema, which clients need whole', async () => {
    expect(await ask(getIntrospectionQuery())).toBe('answered');
    const nested = 'fields { type { '.repeat(6) + 'name' + ' } }'.repeat(6);
    expect(await ask(`{ __schema { types { ${nested} } } }`)).toContain('Maximum introspection depth');
  });

  it('in bodies that nest without end are refused before they are parsed', async () => {
    const deep = `{"query":"{ huts { totalCount } }","variables":${'['.repeat(1_000_000)}${']'.repeat(1_000_000)}}`;
    const { status } = await workspace().request('/api/graphql', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: deep,
    });
    expect(status).toBe(422);
  });
});
