import type { CompiledType } from '@tovlet/core/model/compiled';
import { demoEntries, type DemoEntry } from '@tovlet/demo';
import { linkFields } from '@tovlet/server/derived/links';

/** Parts of a hut that no list shows: left out, so that an entry has about two kilobytes. */
const LEFT_OUT = ['f_rooms', 'f_directions'];

/** Huts of the demo's shapes for benchmarks over many entries. */
export function benchmarkHuts(huts: number): readonly DemoEntry[] {
  return demoEntries(huts)
    .filter(({ typeId }) => typeId === 't_hut')
    .map((entry) => ({
      ...entry,
      values: Object.fromEntries(Object.entries(entry.values).filter(([id]) => !LEFT_OUT.includes(id))),
    }));
}

/** Huts that may be published as they are: what they refer to is not there, and some of the demo have flaws. */
export function soundHuts(huts: number, type: CompiledType): readonly DemoEntry[] {
  const refers = new Set(linkFields(type));
  return benchmarkHuts(huts).map((hut) => ({
    ...hut,
    values: {
      ...Object.fromEntries(Object.entries(hut.values).filter(([id]) => !refers.has(id))),
      f_email: 'hut@velmark.example',
    },
  }));
}
