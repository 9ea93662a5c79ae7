import { processorTime } from './processor-time';
import { limitWork } from './time-limit';

describe('a limit of work', () => {
  let worked: number | null;
  let ended: jasmine.Spy;
  beforeEach(() => {
    jasmine.clock().install().mockDate();
    let time = 0;
    spyOn(performance, 'now').and.callFake(() => time);
    worked = 0;
    ended = jasmine.createSpy('end');
    pass = (milliseconds, share) => {
      for (let at = 0; at < milliseconds; at += 10) {
        time += 10;
        if (worked !== null) worked += 10 * share;
        jasmine.clock().tick(10);
      }
    };
  });
  afterEach(() => jasmine.clock().uninstall());
  /** Lets time pass, of which a share is worked. */
  let pass: (milliseconds: number, share: number) => void;
  const watch = () => limitWork(1_000, () => worked, ended);

  it('ends what works all the time when the time is over', () => {
    watch();
    pass(990, 1);
    expect(ended).not.toHaveBeenCalled();
    pass(20, 1);
    expect(ended).toHaveBeenCalledTimes(1);
  });

  it('leaves its time to what has to wait for the processor', () => {
    watch();
    pass(2_900, 1 / 3);
    expect(ended).not.toHaveBeenCalled();
    pass(200, 1 / 3);
    expect(ended).toHaveBeenCalledTimes(1);
  });

  it('ends what does not work at all, too', () => {
    watch();
    pass(4_900, 0);
    expect(ended).not.toHaveBeenCalled();
    pass(200, 0);
    expect(ended).toHaveBeenCalledTimes(1);
  });

  it('counts all time where the system does not tell', () => {
    worked = null;
    watch();
    pass(1_010, 0);
    expect(ended).toHaveBeenCalledTimes(1);
  });

  it('is given up', () => {
    watch()();
    pass(6_000, 1);
    expect(ended).not.toHaveBeenCalled();
  });
});

describe('the processor time of a process', () => {
  it('grows while it works', () => {
    const before = processorTime(process.pid) ?? 0;
    const now = (): number => processorTime(process.pid) ?? 0;
    // On a busy machine it is a while until this has worked at all.
    const end = performance.now() + 20_000;
    while (now() <= before && performance.now() < end);
    expect(now()).toBeGreaterThan(before);
  });

  it('is not told of one that is gone', () => {
    expect(processorTime(2 ** 30)).toBeNull();
  });
});
