import type { ServerEvent } from './bus';
import { eachWithWorkspace } from '../testing/workspace';

describe('events', () => {
  const workspace = eachWithWorkspace();
  const heard = (): { readonly kinds: () => readonly string[]; readonly events: ServerEvent[] } => {
    const events: ServerEvent[] = [];
    workspace().services.events.subscribe(({ event }) => events.push(event));
    return { events, kinds: () => events.map(({ kind }) => kind) };
  };

  it('tell of every change, with who made it', async () => {
    const developer = await workspace().signIn();
    const { events, kinds } = heard();
    await workspace().change(developer, {
      kind: 'set_field',
      field: 'f_altitude',
      patch: { label: 'Height' },
    });
    await workspace().createHut(developer);
    await workspace().upload(developer);
    await workspace().send(
      'PUT',
      '/api/studio/templates/t_hut',
      { version: 0, content: { mode: 'blocks', liquid: '', blocks: [] } },
      developer,
    );
    expect(kinds()).toEqual(['model', 'entry', 'media', 'template']);
    expect(events[0]).toEqual({ kind: 'model', revision: 2, author: 'p_demo_developer' });
  });

  it('tell nothing of what was refused', async () => {
    const developer = await workspace().signIn();
    const { kinds } = heard();
    await workspace().createHut(developer, { f_altitude: 'high' });
    await workspace().change(developer, { kind: 'remove_field', field: 'f_none' });
    expect(kinds()).toEqual([]);
  });

  it('begin with the present revision, for a workbench that was away', async () => {
    const cookie = await workspace().signIn();
    const response = await workspace().app.request('/api/studio/events', { headers: { cookie } });
    expect(response.headers.get('content-type')).toContain('text/event-stream');
    const reader = response.body?.getReader();
    const { value } = (await reader?.read()) ?? {};
    await reader?.cancel();
    expect(new TextDecoder().decode(value)).toContain('"kind":"model","revision":1');
  });

  it('end with their subscription', async () => {
    const developer = await workspace().signIn();
    const events: ServerEvent[] = [];
    const end = workspace().services.events.subscribe(({ event }) => events.push(event));
    end();
    await workspace().createHut(developer);
    expect(events).toEqual([]);
  });
});
