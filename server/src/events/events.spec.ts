import type { ServerEvent } from './event';
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

  const open = async (cookie: string, headers: Record<string, string> = {}) => {
    const response = await workspace().app.request('/api/studio/events', { headers: { cookie, ...headers } });
    const reader = response.body?.getReader();
    const decoder = new TextDecoder();
    /** Reads until a text has come, or the stream has ended. */
    const until = async (wanted: string): Promise<string> => {
      let text = '';
      while (!text.includes(wanted)) {
        const { value, done } = (await reader?.read()) ?? { done: true, value: undefined };
        if (done) return `${text}[ended]`;
        text += decoder.decode(value);
      }
      return text;
    };
    return { until, close: () => reader?.cancel() };
  };

  it('end for whoever signs out', async () => {
    const [mine, other] = [await workspace().signIn(), await workspace().signIn(1)];
    const [myStream, otherStream] = [await open(mine), await open(other)];
    await myStream.until('"revision":1');
    await otherStream.until('"revision":1');
    await workspace().send('DELETE', '/api/studio/session', undefined, mine);
    expect(await myStream.until('never')).toContain('[ended]');
    await workspace().createHut(other);
    expect(await otherStream.until('"kind":"entry"')).not.toContain('session');
    await otherStream.close();
  });

  it('that a workbench missed come again, in order and once', async () => {
    const cookie = await workspace().signIn();
    const first = await open(cookie);
    await first.until('"revision":1');
    await workspace().createHut(cookie, {}, { title: 'One' });
    const id = /id: (\S+)/.exec(await first.until('"kind":"entry"'))?.[1] ?? '';
    await first.close();
    for (const title of ['Two', 'Three']) await workspace().createHut(cookie, {}, { title });
    const again = await open(cookie, { 'last-event-id': id });
    const text = (await again.until('"kind":"entry"')) + (await again.until('"kind":"entry"'));
    expect(text.match(/"kind":"entry"/g)?.length).toBe(2);
    await again.close();
    const lost = await open(cookie, { 'last-event-id': 'unknown' });
    expect(await lost.until('"missed"')).toContain('"missed"');
    await lost.close();
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
