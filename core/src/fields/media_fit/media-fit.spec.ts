import { image } from '../image/image';
import { file } from '../file/file';
import { bytesInWords } from './bytes-in-words';
import { fileMisfits, pictureMisfits, pictureRatios } from './media-fit';

const picture = { mime: 'image/png', bytes: 2_400_000, width: 1200, height: 800 };
const codes = (settings: Parameters<typeof image.read>[0], medium = picture) =>
  pictureMisfits(image.read(settings), medium).map(({ code }) => code);

describe('whether media fit', () => {
  it('is nothing that is asked where nothing is set', () => {
    expect(codes({})).toEqual([]);
    expect(fileMisfits(file.read({}), { ...picture, mime: 'application/pdf' })).toEqual([]);
  });

  it('is told by size, shape, format and bytes, all that is wrong at once', () => {
    expect(codes({ minWidth: 1200, minHeight: 800 })).toEqual([]);
    expect(codes({ minWidth: 1201 })).toEqual(['picture_too_small']);
    expect(codes({ minHeight: 801 })).toEqual(['picture_too_small']);
    expect(codes({ ratio: '3:2', formats: ['png'] })).toEqual([]);
    expect(codes({ ratio: '16:9', formats: ['jpeg', 'webp'], maxMegabytes: 2 })).toEqual([
      'picture_ratio',
      'picture_format',
      'file_too_large',
    ]);
    expect(codes({ maxMegabytes: 2.4 })).toEqual([]);
  });

  it('lets a shape be off by the pixels that cutting leaves', () => {
    for (const ratio of pictureRatios.filter((each) => each !== 'any')) {
      const [across = 1, down = 1] = ratio.split(':').map(Number);
      expect(codes({ ratio }, { ...picture, width: across * 101 - 1, height: down * 101 }))
        .withContext(ratio)
        .toEqual([]);
      expect(codes({ ratio }, { ...picture, width: across * 110, height: down * 100 }))
        .withContext(ratio)
        .toEqual(['picture_ratio']);
    }
  });

  it('asks nothing of what is no picture, or of which no size is known', () => {
    const settings = { minWidth: 100, ratio: '1:1', formats: ['png'] };
    expect(codes(settings, { ...picture, mime: 'application/pdf', width: 0, height: 0 })).toEqual([]);
    expect(codes(settings, { ...picture, width: 0, height: 0 })).toEqual([]);
  });

  it('says sizes as people read them', () => {
    expect([bytesInWords(999), bytesInWords(245_760), bytesInWords(2_400_000), bytesInWords(2e12)]).toEqual([
      '999 B',
      '246 kB',
      '2.4 MB',
      '2000 GB',
    ]);
  });
});
