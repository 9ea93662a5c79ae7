/** The name of a column; one beyond those that are named is counted. */
export const nameAt = (names: readonly string[], at: number): string => names[at] ?? `Column ${at + 1}`;

/**
 * Names that no two columns share; columns that have none are counted.
 * @example distinctNames(['Name', '', 'Name']) // => ['Name', 'Column 2', 'Name (2)']
 */
export function distinctNames(line: readonly string[]): readonly string[] {
  const taken = new Set<string>();
  return line.map((cell, at) => {
    const own = cell.trim() === '' ? nameAt([], at) : cell.trim();
    let name = own;
    for (let number = 2; taken.has(name); number += 1) name = `${own} (${number})`;
    taken.add(name);
    return name;
  });
}
