import * as fc from 'fast-check';
import { contrastOf, LEAST_CONTRAST, readableOn } from './contrast';
import { accentsOf, lookFrom, lookParameters, lookStyle, PAPER, plainLook, type Look } from './look';

describe('the look of the site', () => {
  const colors = fc
    .integer({ min: 0, max: 0xffffff })
    .map((number) => `#${number.toString(16).padStart(6, '0')}`);

  it('measures contrast as the standard does', () => {
    expect(contrastOf('#000000', '#ffffff')).toBeCloseTo(21, 5);
    expect(contrastOf('#777777', '#ffffff')).toBeCloseTo(4.48, 2);
    expect(contrastOf('#ffffff', '#777777')).toBeCloseTo(4.48, 2);
    expect(contrastOf('#1f5f55', '#1f5f55')).toBe(1);
  });

  it('can be read whatever colour is chosen, in the light and in the dark', () => {
    fc.assert(
      fc.property(colors, (accent) => {
        const { light, dark } = accentsOf({ accent });
        expect(contrastOf(light, PAPER.light)).toBeGreaterThanOrEqual(LEAST_CONTRAST);
        expect(contrastOf(dark, PAPER.dark)).toBeGreaterThanOrEqual(LEAST_CONTRAST);
      }),
    );
  });

  it('leaves a colour as it is where it can be read', () => {
    expect(readableOn('#1f5f55', PAPER.light)).toBe('#1f5f55');
    expect(readableOn('#ffd54f', PAPER.light)).not.toBe('#ffd54f');
  });

  it('stands in the address of its style sheet and is read from it', () => {
    const look: Look = { accent: '#a03c2d', textSize: 'small', corners: 'round' };
    expect(lookFrom(Object.fromEntries(new URLSearchParams(lookParameters(look))))).toEqual(look);
    expect(lookFrom({})).toEqual(plainLook);
    expect(lookFrom({ accent: 'a03c2d}*{', text: 'small', corners: 'round' })).toEqual(plainLook);
    expect(lookStyle(look)).toContain('--accent:light-dark(#a03c2d,');
  });
});
