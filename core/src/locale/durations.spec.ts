import { secondsInWords } from './durations';

describe('how long something plays', () => {
  it('is told in minutes and seconds, and in hours where there are some', () => {
    const told = [0, 0.4, 9.6, 59.5, 60, 125, 3599.9, 3661].map(secondsInWords);
    expect(told).toEqual(['0:00', '0:00', '0:10', '1:00', '1:00', '2:05', '1:00:00', '1:01:01']);
  });
});
