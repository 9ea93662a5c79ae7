import { TestBed } from '@angular/core/testing';
import type { MediumAnswer } from '@tovlet/core/contracts/studio';
import { medium, setUpWorkbench, settle, type TestServer } from '../../../testing/workbench';
import { Notices } from '../../shared/notices';
import { Uploads } from '../../shell/uploads/uploads';
import { MediaStore } from './media-store';

describe('the media in sight', () => {
  let server: TestServer;
  let store: MediaStore;
  let notices: jasmine.SpyObj<Notices>;
  beforeEach(() => {
    server = setUpWorkbench();
    notices = jasmine.createSpyObj<Notices>(['say', 'sayWithUndo', 'fail']);
    TestBed.overrideProvider(Notices, { useValue: notices });
    TestBed.configureTestingModule({ providers: [MediaStore] });
    store = TestBed.inject(MediaStore);
  });
  const list = (items: readonly MediumAnswer[], total = items.length) =>
    server.http
      .expectOne(({ method, url }) => method === 'GET' && url.startsWith('/api/studio/media'))
      .flush({ items, total });

  it('keep the answer to the last search, however late an earlier one comes', async () => {
    const first = store.find('a');
    const early = server.http.expectOne(({ urlWithParams }) => urlWithParams.includes('search=a'));
    const second = store.find('b');
    server.http
      .expectOne(({ urlWithParams }) => urlWithParams.includes('search=b'))
      .flush({ items: [medium('m_b')], total: 1 });
    await second;
    early.flush({ items: [medium('m_a')], total: 1 });
    await first;
    expect(store.items().map(({ id }) => id)).toEqual(['m_b']);
  });

  it('come in portions', async () => {
    const finding = store.find('');
    list([medium('m_1')], 2);
    await finding;
    expect(store.hasMore()).toBeTrue();
    const more = store.more();
    list([medium('m_2')], 2);
    await more;
    expect(store.items().map(({ id }) => id)).toEqual(['m_1', 'm_2']);
    expect(store.hasMore()).toBeFalse();
  });

  it('follow what is taken, wherever it was uploaded', async () => {
    const finding = store.find('');
    list([]);
    await finding;
    TestBed.inject(Uploads).taken.next(medium('m_new'));
    // Until it is quiet.
    await new Promise((resolve) => setTimeout(resolve, 350));
    list([medium('m_new')]);
    await settle();
    expect(store.items().map(({ id }) => id)).toEqual(['m_new']);
  });

  it('take a new alternative text into the list', async () => {
    const finding = store.find('');
    list([medium('m_1')]);
    await finding;
    const describing = store.save(medium('m_1'), { alt: 'A ridge' });
    server.http.expectOne(({ method }) => method === 'PUT').flush(medium('m_1', { alt: 'A ridge' }));
    await describing;
    expect(store.items()[0]?.alt).toBe('A ridge');
  });
});
