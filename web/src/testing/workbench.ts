import { BreakpointObserver } from '@angular/cdk/layout';
import { provideHttpClient, withFetch, withInterceptors } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { provideEnvironmentInitializer, provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import type { StudioEvent } from '@tovlet/core/contracts/events';
import type {
  EntryCopy,
  MediumAnswer,
  ModelAnswer,
  OpenedEntry,
  Role,
  SessionAnswer,
} from '@tovlet/core/contracts/studio';
import type { JsonObject } from '@tovlet/core/json';
import {
  field,
  type Field,
  type FieldGroup,
  type ModelDocument,
  plainType,
  plainGroup,
} from '@tovlet/core/model/document';
import { appearsOnTypes } from '@tovlet/core/model/reach';
import { BehaviorSubject, Subject } from 'rxjs';
import { knowOwnIcons } from '../app/shared/icons';
import { reportOf, type CheckReport, type CheckRequest } from '@tovlet/core/checks/report';
import { CheckRunner } from '../app/shell/check-runner';
import { noticeConnection } from '../app/fetching/connection';
import { EditStorages, MemoryStorage, type EditStorage } from '../app/shell/edits/edit-storage';
import { Events } from '../app/shell/events';
import { Notices } from '../app/shared/notices';
import { ModelStore } from '../app/shell/model-store';
import { SessionStore } from '../app/shell/session-store';
import { provideAreas } from '../app/areas';
import { provideWidgets } from '../app/widgets';

export const altitude = field({
  id: 'f_altitude',
  key: 'altitude',
  label: 'Altitude',
  kind: 'number',
  required: true,
});
export const winter = field({ id: 'f_winter', key: 'winter', label: 'Winter room', kind: 'switch' });
export const code = field({
  id: 'f_code',
  key: 'code',
  label: 'Code',
  kind: 'text',
  required: true,
  shownWhen: { kind: 'field', field: 'f_winter', operator: 'is_on' },
  settings: { maxLength: 5 },
});
export const prices = field({
  id: 'f_prices',
  key: 'prices',
  label: 'Prices',
  kind: 'repeater',
  settings: { maxRows: 3, addLabel: 'Add a price' },
  fields: [
    field({ id: 'f_guest', key: 'guest', label: 'Guest', kind: 'text', required: true }),
    field({ id: 'f_amount', key: 'amount', label: 'Amount', kind: 'number' }),
  ],
});

export const hutGroup = (...fields: readonly Field[]): FieldGroup => ({
  id: 'g_hut',
  key: 'hut',
  label: 'Hut facts',
  ...plainGroup,
  appearsOn: appearsOnTypes(['t_hut']),
  fields,
});

export const documentOf = (...groups: readonly FieldGroup[]): ModelDocument => ({
  format: 'tovlet-model',
  version: 1,
  taxonomies: [],
  contentTypes: [
    {
      id: 't_hut',
      key: 'hut',
      pluralKey: 'huts',
      singular: 'Hut',
      plural: 'Huts',
      icon: 'cottage',
      address: '/huts/{slug}',
      ...plainType,
    },
  ],
  groups,
});

export const hutEntry = (
  values: JsonObject = { f_altitude: 2080 },
  more: Partial<OpenedEntry> = {},
): OpenedEntry => ({
  id: 'e_1',
  type: 't_hut',
  title: 'Larch Hut',
  slug: 'larch-hut',
  status: 'published',
  version: 1,
  values,
  author: null,
  parent: null,
  template: null,
  createdAt: '2026-01-01T00:00:00Z',
  updatedAt: '2026-01-01T00:00:00Z',
  publishedAt: '2026-01-01T00:00:00Z',
  updatedBy: 'Tobrin Kestling',
  url: '/site/huts/larch-hut',
  copy: null,
  ...more,
});

/** A working copy that somebody else kept. */
export const hutCopy = (values: JsonObject, more: Partial<EntryCopy> = {}): EntryCopy => ({
  mark: 'c_1',
  base: 1,
  title: 'Larch Hut',
  slug: 'larch-hut',
  parent: null,
  template: null,
  values,
  updatedBy: 'Ilse Varnholt',
  updatedAt: '2026-01-02T00:00:00Z',
  ...more,
});

export const medium = (id: string, more: Partial<MediumAnswer> = {}): MediumAnswer => ({
  id,
  filename: `${id}.jpg`,
  alt: `Picture ${id}`,
  mime: 'image/jpeg',
  bytes: 2048,
  width: 800,
  height: 500,
  url: `data:image/gif;base64,R0lGODlhAQABAAAAACw=#${id}`,
  variants: [],
  createdAt: '2026-01-01T00:00:00Z',
  version: 1,
  values: {},
  focus: null,
  placeholder: null,
  folder: null,
  seconds: null,
  pages: null,
  title: null,
  earlier: [],
  ...more,
});

/** What stands in for the server: answers are given by hand, events are sent by hand. */
export class TestServer {
  /** Whether the window is as narrow as the workbench asks about. */
  readonly narrow = new BehaviorSubject({ matches: false });
  readonly events = new Subject<StudioEvent>();

  get http(): HttpTestingController {
    return TestBed.inject(HttpTestingController);
  }

  answer(path: string, body: object): void {
    this.http.expectOne(({ urlWithParams }) => urlWithParams.startsWith(path)).flush(body);
  }

  refuse(path: string, status: number, problem: object): void {
    this.http
      .expectOne(path)
      .flush({ type: 'x', title: 'No', status, ...problem }, { status, statusText: 'No' });
  }

  /** Gives the workbench its model. */
  async loadModel(document: ModelDocument, revision = 1): Promise<ModelStore> {
    const store = TestBed.inject(ModelStore);
    const loading = store.load();
    const answer: ModelAnswer = { revision, document };
    this.answer('/api/studio/model', answer);
    await loading;
    return store;
  }
}

/** Runs the checks at once, in place of the worker. */
class ChecksHere implements Pick<CheckRunner, 'report' | 'run'> {
  private taken: (report: CheckReport) => void = () => undefined;

  report(to: (report: CheckReport) => void): void {
    this.taken = to;
  }

  run(request: CheckRequest): void {
    this.taken(reportOf(request));
  }
}

// What one spec let the browser remember is not known to the next.
beforeEach(() => localStorage.clear());

/**
 * Sets the workbench up for one spec, without a server.
 * @param storage what edits are kept in; one that nobody else has unless it is given
 */
export function setUpWorkbench(storage: EditStorage = new MemoryStorage()): TestServer {
  const server = new TestServer();
  TestBed.configureTestingModule({
    providers: [
      provideZonelessChangeDetection(),
      provideHttpClient(withFetch(), withInterceptors([noticeConnection])),
      provideHttpClientTesting(),
      provideRouter([]),
      provideAreas(),
      provideEnvironmentInitializer(knowOwnIcons),
      provideWidgets(),
      { provide: Events, useValue: { stream: server.events } },
      {
        provide: BreakpointObserver,
        useValue: { observe: () => server.narrow, isMatched: () => server.narrow.value.matches },
      },
      { provide: CheckRunner, useClass: ChecksHere },
      { provide: EditStorages, useValue: { open: () => Promise.resolve(storage) } },
    ],
  });
  return server;
}

/** Lets promises that wait for each other go on. */
export async function settle(turns = 6): Promise<void> {
  for (let turn = 0; turn < turns; turn += 1) await Promise.resolve();
}

/** Waits for what the browser does in its own time, such as loading a part or giving a lock; the spec ends where it never comes. */
export async function until(holds: () => boolean | Promise<boolean>): Promise<void> {
  while (!(await holds())) await new Promise((resolve) => setTimeout(resolve, 5));
}

/** Types into an input or text area as a person does. */
export function type(element: Element | null, text: string): void {
  if (!(element instanceof HTMLInputElement || element instanceof HTMLTextAreaElement))
    throw new Error('Nothing to type into');
  element.value = text;
  element.dispatchEvent(new Event('input', { bubbles: true }));
  element.dispatchEvent(new Event('change', { bubbles: true }));
}

export function press(element: Element | null, key: string, init: KeyboardEventInit = {}): KeyboardEvent {
  const event = new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true, ...init });
  element?.dispatchEvent(event);
  return event;
}

/** Signs somebody in. */
export async function signInAs(server: TestServer, role: Role): Promise<void> {
  const person = { id: 'p_1', name: 'Ilse Varnholt', email: 'ilse@velmark.example', role };
  const answer: SessionAnswer = {
    person,
    workspace: { name: 'Velmark Huts' },
    language: null,
    needsFirstAccount: false,
    demoPeople: [],
  };
  const loading = TestBed.inject(SessionStore).load();
  server.answer('/api/studio/session', answer);
  await loading;
}

/** Takes notices instead of showing them. */
export function hearNotices(): jasmine.SpyObj<Notices> {
  const notices = jasmine.createSpyObj<Notices>(['say', 'sayWithUndo', 'dismiss', 'fail']);
  TestBed.overrideProvider(Notices, { useValue: notices });
  return notices;
}
