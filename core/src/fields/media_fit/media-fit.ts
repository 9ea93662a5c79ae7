import * as z from 'zod';
import type { ValueIssue } from '../../issues/issue';
import { say } from '../../locale/say';
import type { SettingControl } from '../field-type';
import { bytesInWords } from './bytes-in-words';

/** What of a medium its fit is told by. Pictures have a size, in pixels; other files have none. */
export interface MediumFacts {
  readonly mime: string;
  readonly bytes: number;
  readonly width: number;
  readonly height: number;
}

/** The shapes of pictures that can be asked for, as width to height. */
export const pictureRatios = ['any', '1:1', '3:2', '4:3', '16:9', '2:1', '2:3', '3:4'] as const;

/** The kinds of pictures, by the names of their formats. */
export const pictureFormats = ['jpeg', 'png', 'webp', 'avif', 'gif'] as const;

const pixels = z.int().min(1).max(20_000).nullable().default(null);

/** The settings of fields that hold files: how large they may be, in megabytes of a million bytes. */
export const fileFitSettings = { maxMegabytes: z.number().positive().max(100_000).nullable().default(null) };

/** The settings of fields that hold pictures. */
export const pictureFitSettings = {
  minWidth: pixels,
  minHeight: pixels,
  ratio: z.enum(pictureRatios).default('any'),
  formats: z.array(z.enum(pictureFormats)).max(pictureFormats.length).default([]),
  ...fileFitSettings,
  /** Whether pictures that do not fit are refused; else the form says so, and takes them. */
  refuse: z.boolean().default(false),
};

type FileFit = z.output<z.ZodObject<typeof fileFitSettings>>;
type PictureFit = z.output<z.ZodObject<typeof pictureFitSettings>>;

/** The controls of how large a file may be. */
export const fileFitControls: readonly SettingControl[] = [
  { key: 'maxMegabytes', label: say`Largest file, MB`, control: 'number', fold: 'limits' },
];

/** The controls of what pictures are to be like. */
export const pictureFitControls: readonly SettingControl[] = [
  { key: 'minWidth', label: say`Least width, px`, control: 'number', fold: 'limits' },
  { key: 'minHeight', label: say`Least height, px`, control: 'number', fold: 'limits' },
  {
    key: 'ratio',
    label: say`Width to height`,
    control: 'select',
    fold: 'limits',
    options: pictureRatios.map((value) => ({ value, label: value === 'any' ? say`Any` : value })),
  },
  {
    key: 'formats',
    label: say`Formats`,
    control: 'options',
    fold: 'limits',
    help: say`Any format while none is chosen.`,
    options: pictureFormats.map((value) => ({ value, label: value.toUpperCase() })),
  },
  ...fileFitControls,
  {
    key: 'refuse',
    label: say`Refuse pictures that do not fit`,
    control: 'switch',
    fold: 'limits',
    help: say`While this is off the form says what does not fit, and takes them.`,
  },
];

/** A ratio may be off by so much of itself: pictures are cut to whole pixels. */
const TOLERANCE = 0.02;

function hasRatio(width: number, height: number, ratio: string): boolean {
  const [across = 1, down = 1] = ratio.split(':').map(Number);
  const wanted = across / down;
  return Math.abs(width / height - wanted) <= wanted * TOLERANCE;
}

/** Tells what is too large about a file. */
export function fileMisfits({ maxMegabytes }: FileFit, { bytes }: MediumFacts): readonly ValueIssue[] {
  const limit = (maxMegabytes ?? Infinity) * 1_000_000;
  if (bytes <= limit) return [];
  return [{ code: 'file_too_large', params: { got: bytesInWords(bytes), limit: bytesInWords(limit) } }];
}

/**
 * Tells in which ways a picture is not what a field asks for.
 * @returns the issues, the gravest first; none for what is no picture, which another check tells
 * @example pictureMisfits({ ...settings, minWidth: 1000 }, { mime: 'image/png', bytes: 9, width: 800, height: 500 })[0]?.code // => 'picture_too_small'
 */
export function pictureMisfits(settings: PictureFit, medium: MediumFacts): readonly ValueIssue[] {
  const { mime, width, height } = medium;
  if (!mime.startsWith('image/') || width === 0 || height === 0) return [];
  const { minWidth, minHeight, ratio, formats } = settings;
  const got = `${width} × ${height}`;
  const isSmall = width < (minWidth ?? 0) || height < (minHeight ?? 0);
  const isShaped = ratio === 'any' || hasRatio(width, height, ratio);
  const isFormat = formats.length === 0 || formats.some((format) => mime === `image/${format}`);
  return [
    ...(isSmall
      ? [
          {
            code: 'picture_too_small',
            params: { got, width: minWidth ?? 0, height: minHeight ?? 0 },
          } as const,
        ]
      : []),
    ...(isShaped ? [] : [{ code: 'picture_ratio', params: { got, ratio } } as const]),
    ...(isFormat ? [] : [{ code: 'picture_format', params: { formats } } as const]),
    ...fileMisfits(settings, medium),
  ];
}

/** What pictures are to be like in short words, for the sheet. */
export function pictureFitSummary({
  minWidth,
  minHeight,
  ratio,
  maxMegabytes,
}: PictureFit): readonly string[] {
  return [
    ...(minWidth === null && minHeight === null
      ? []
      : [say`from ${minWidth ?? '…'} × ${minHeight ?? '…'} px`]),
    ...(ratio === 'any' ? [] : [ratio]),
    ...(maxMegabytes === null ? [] : [say`up to ${maxMegabytes} MB`]),
  ];
}
