import { TestBed } from '@angular/core/testing';
import { ActivatedRoute, Router } from '@angular/router';
import type { SessionAnswer } from '@tovlet/core/contracts/studio';
import { of } from 'rxjs';
import { setUpWorkbench, settle, type TestServer } from '../../../testing/workbench';
import { Screen } from '../../../testing/screen';
import { SignInPage } from './sign-in-page';

const nobody: SessionAnswer = {
  person: null,
  workspace: { name: 'Velmark Huts' },
  language: null,
  needsFirstAccount: false,
  demoPeople: [],
};
const ilse = { id: 'p_1', name: 'Ilse Varnholt', email: 'ilse@velmark.example', role: 'developer' } as const;

describe('signing in', () => {
  let server: TestServer;
  let screen: Screen<SignInPage>;
  let go: jasmine.Spy;
  const open = async (answer: SessionAnswer, back?: string, fragment = ''): Promise<void> => {
    server = setUpWorkbench();
    TestBed.overrideProvider(ActivatedRoute, { useValue: { fragment: of(fragment) } });
    go = spyOn(TestBed.inject(Router), 'navigateByUrl').and.resolveTo(true);
    screen = await Screen.of(SignInPage, back === undefined ? {} : { back });
    server.answer('/api/studio/session', answer);
    await screen.drawn();
  };
  afterEach(() => screen.leave());
  const post = (path: string) =>
    server.http.expectOne(({ method, url }) => method === 'POST' && url === path);
  const signedIn = async (): Promise<void> => {
    await settle();
    server.answer('/api/studio/session', { ...nobody, person: ilse });
    await screen.drawn();
  };

  it('takes one click in the demo, and leads back to where one was', async () => {
    await open({ ...nobody, demoPeople: [ilse] }, '/content/hut');
    screen.all('.person')[0]?.click();
    const sent = post('/api/studio/session/demo');
    expect(sent.request.body).toEqual({ person: 'p_1' });
    sent.flush({ signedIn: true });
    await signedIn();
    expect(go).toHaveBeenCalledOnceWith('/content/hut');
  });

  it('never leads to another site', async () => {
    await open({ ...nobody, demoPeople: [ilse] }, '//elsewhere.example/');
    screen.all('.person')[0]?.click();
    post('/api/studio/session/demo').flush({ signedIn: true });
    await signedIn();
    expect(go).toHaveBeenCalledOnceWith('/model');
  });

  it('says why it failed, and keeps what was typed', async () => {
    await open(nobody);
    await screen.enter('Email', 'ilse@velmark.example');
    await screen.enter('Password', 'wrong');
    await screen.press('Sign in');
    post('/api/studio/session').flush(
      { type: 'x', title: 'No', status: 401, detail: 'Email and password do not match.' },
      { status: 401, statusText: 'No' },
    );
    await screen.drawn();
    expect(screen.text).toContain('Email and password do not match.');
    expect(screen.box('Email').value).toBe('ilse@velmark.example');
    expect(go).not.toHaveBeenCalled();
  });

  it('makes the first account of an empty workspace', async () => {
    await open({ ...nobody, needsFirstAccount: true });
    await screen.enter('Name of the workspace', 'My site');
    await screen.enter('Your name', 'Ada');
    await screen.enter('Email', 'ada@larch.example');
    await screen.enter('Password', 'a long password');
    await screen.press('Create workspace');
    const sent = post('/api/studio/session/first');
    expect(sent.request.body).toEqual({
      workspace: 'My site',
      name: 'Ada',
      email: 'ada@larch.example',
      password: 'a long password',
    });
    sent.flush({ signedIn: true });
    await signedIn();
    expect(go).toHaveBeenCalledOnceWith('/model');
  });

  it('shows all that is wrong with a first account at once, at its lines', async () => {
    await open({ ...nobody, needsFirstAccount: true });
    await screen.enter('Email', 'ada');
    await screen.enter('Password', 'short');
    await screen.press('Create workspace');
    server.http.expectNone('/api/studio/session/first');
    expect(screen.all('mat-error').map((each) => each.textContent.trim())).toEqual([
      'Give the workspace a name.',
      'Say what you are called.',
      'An email address looks like name@example.org.',
      'A password has at least 10 characters.',
    ]);
  });

  describe('by a link', () => {
    const byLink = (): Promise<void> => open(nobody, undefined, 'link=abc');
    const looked = () => post('/api/studio/session/link');

    it('asks for a password of one’s own', async () => {
      await byLink();
      const asked = looked();
      expect(asked.request.body).toEqual({ token: 'abc' });
      asked.flush({ name: 'Maren Foss', email: 'maren@larch.example', invited: true });
      await screen.drawn();
      expect(screen.text).toContain('Welcome, Maren Foss');
      await screen.enter('Password', 'a long password');
      await screen.press('Come in');
      const sent = post('/api/studio/session/link/use');
      expect(sent.request.body).toEqual({ token: 'abc', password: 'a long password' });
      sent.flush({ signedIn: true });
      await signedIn();
      expect(go).toHaveBeenCalledOnceWith('/model');
    });

    it('says that a link has ended', async () => {
      await byLink();
      looked().flush(
        { type: 'x', title: 'Gone', status: 404, detail: 'This link has ended.' },
        { status: 404, statusText: 'Gone' },
      );
      await screen.drawn();
      expect(screen.text).toContain('This link has ended.');
      expect(screen.has('Sign in')).toBeTrue();
    });
  });
});
