import { demoEntries, type DemoEntry } from '@tovlet/demo';

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
