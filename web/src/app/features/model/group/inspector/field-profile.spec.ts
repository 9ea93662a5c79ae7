import { MatExpansionPanelHarness } from '@angular/material/expansion/testing';
import type { ProfileAnswer } from '@tovlet/core/contracts/studio';
import { altitude, code, documentOf, hutGroup, setUpWorkbench } from '../../../../../testing/workbench';
import { Screen } from '../../../../../testing/screen';
import type { ModelStore } from '../../../../shell/model-store';
import { FieldProfileFold } from './field-profile';

const found: ProfileAnswer = {
  looked: 40,
  of: 200,
  profile: {
    measure: 'numbers',
    places: 40,
    filled: 38,
    hidden: 0,
    values: 38,
    distinct: 21,
    distinctMore: false,
    scale: {
      least: 900,
      most: 3100,
      average: 2010,
      bars: [
        { from: 0, to: 2000, count: 20 },
        { from: 2000, to: 4000, count: 18 },
      ],
    },
    lengths: null,
    words: [],
  },
};

describe('the profile of a field in the inspector', () => {
  let server: ReturnType<typeof setUpWorkbench>;
  let model: ModelStore;
  let screen: Screen<FieldProfileFold>;
  const open = async (id: string): Promise<void> => {
    server = setUpWorkbench();
    model = await server.loadModel(documentOf(hutGroup(altitude, code)));
    const field = model.compiled().fields.get(id);
    screen = await Screen.of(FieldProfileFold, { field });
  };
  const unfold = async (): Promise<void> => {
    await (await screen.part(MatExpansionPanelHarness)).expand();
    await screen.drawn();
    await new Promise((resolve) => setTimeout(resolve));
    await screen.drawn();
  };
  afterEach(() => screen.leave());

  it('looks only when it is unfolded, and draws what was found', async () => {
    await open('f_altitude');
    server.http.expectNone(() => true);
    await unfold();
    server.http.expectOne('/api/studio/model/profile/f_altitude?all=false').flush(found);
    await screen.drawn();
    expect(screen.text).toContain('Filled in 38 of 40 entries');
    expect(screen.text).toContain('21 different values');
    expect(screen.element.querySelectorAll('rect')).toHaveSize(2);
    expect(screen.element.querySelector('svg[role="img"]')?.getAttribute('aria-label')).toContain(': 18');
  });

  it('says that it looked at some, keeps that in view and looks at all when asked to', async () => {
    await open('f_altitude');
    await unfold();
    server.http.expectOne(() => true).flush(found);
    await screen.drawn();
    expect(screen.text).toContain('Looked at the newest 40 of 200.');
    await screen.press('Look at all');
    expect(screen.text).toContain('Filled in 38 of 40 entries');
    server.http
      .expectOne('/api/studio/model/profile/f_altitude?all=true')
      .flush({ ...found, looked: 200, profile: { ...found.profile, places: 200, filled: 190 } });
    await screen.drawn();
    expect(screen.text).toContain('Filled in 190 of 200 entries');
    expect(screen.text).not.toContain('Looked at the newest');
  });

  it('names frequent values, but not such as each occur once', async () => {
    await open('f_code');
    await unfold();
    const words = (...counts: readonly number[]) => ({
      ...found.profile,
      measure: 'words' as const,
      scale: null,
      words: counts.map((count, at) => ({ word: `Word ${at}`, count })),
    });
    server.http.expectOne(() => true).flush({ ...found, profile: words(3, 1) });
    await screen.drawn();
    expect(screen.element.querySelectorAll('ol li')).toHaveSize(2);
  });

  it('says when the values could not be looked at', async () => {
    await open('f_code');
    await unfold();
    server.http.expectOne(() => true).flush(null, { status: 500, statusText: 'Server error' });
    await screen.drawn();
    expect(screen.text).toContain('The values could not be loaded.');
  });
});
