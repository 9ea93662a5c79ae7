import { MatExpansionPanelHarness } from '@angular/material/expansion/testing';
import { buildSchema, introspectionFromSchema } from 'graphql';
import { Screen } from '../../../testing/screen';
import {
  altitude,
  documentOf,
  hutGroup,
  press,
  prices,
  setUpWorkbench,
  settle,
  until,
  winter,
  type TestServer,
} from '../../../testing/workbench';
import { ExplorerPage } from './explorer-page';

const schema = { data: introspectionFromSchema(buildSchema('type Query { huts: Int }')) };

describe('the explorer', () => {
  let server: TestServer;
  let screen: Screen<ExplorerPage>;
  let asked: jasmine.Spy<typeof fetch>;
  beforeEach(async () => {
    asked = spyOn(window, 'fetch').and.callFake(() =>
      Promise.resolve(new Response('{"data":{"huts":1}}', { status: 200 })),
    );
    server = setUpWorkbench();
    await server.loadModel(documentOf(hutGroup(altitude, winter, prices)));
    screen = await Screen.of(ExplorerPage);
    // The language of the queries is loaded when the page first stands.
    await until(() =>
      server.http.match('/api/graphql').some((request) => (introspection = request) !== null),
    );
  });
  afterEach(() => screen.leave());
  let introspection: ReturnType<TestServer['http']['match']>[number];
  /** What the explorer asked for; the workbench asks beside it whether the server is there. */
  const addresses = (): readonly string[] =>
    asked.calls
      .allArgs()
      .map(([address]) => String(address))
      .filter((address) => !address.endsWith('/api/ready'));
  const text = (label: string): string => screen.all(`[aria-label="${label}"]`)[0]?.textContent ?? '';

  it('begins with a query that asks for simple values of the first type, and runs it with a key', async () => {
    introspection.flush(schema);
    await until(() => text('GraphQL query') !== '');
    expect(text('GraphQL query')).toContain('huts(first: 3)');
    expect(text('GraphQL query')).toContain('altitude');
    expect(text('GraphQL query')).not.toContain('prices');
    press(screen.all('.page')[0] ?? null, 'Enter', { ctrlKey: true });
    await until(() => addresses().length > 0);
    await until(() => screen.all('.facts').length > 0 || (screen.fixture.detectChanges(), false));
    expect(screen.text).toContain('200');
    expect(addresses()).toEqual(['/api/graphql']);
  });

  it('says that the schema could not be read, reads it again, and goes on without meanwhile', async () => {
    introspection.flush({ title: 'Away', status: 503 }, { status: 503, statusText: 'Away' });
    await settle(20);
    await screen.drawn();
    expect(screen.text).toContain('The schema for completion and marks could not be loaded');
    await screen.press('Try again');
    await until(() =>
      server.http.match('/api/graphql').some((request) => (introspection = request) !== null),
    );
    introspection.flush(schema);
    await settle(20);
    await screen.drawn();
    expect(screen.text).not.toContain('could not be loaded');
  });

  it('lists what each type delivers, and asks no other address over REST', async () => {
    introspection.flush(schema);
    await (await screen.part(MatExpansionPanelHarness)).expand();
    expect(screen.text).toContain('altitudeFloat');
    expect(screen.text).toContain('priceslist');
    await screen.press('REST');
    await screen.enter('Address', '/api/studio/people');
    await screen.press('play_arrowRun Ctrl ⏎'.replace('play_arrow', ''));
    await screen.drawn();
    expect(addresses()).toEqual([]);
    await screen.enter('Address', '/api/content/v1/huts');
    await screen.press('Run Ctrl ⏎');
    await until(() => addresses().length > 0);
    expect(addresses()).toEqual(['/api/content/v1/huts']);
  });
});
