/** Tells a breach of a named unique constraint from other failures, also when the driver wrapped it. */
export function isConstraintViolation(error: unknown, constraint: string): boolean {
  for (let each: unknown = error; each instanceof Error; each = each.cause) {
    if ('constraint' in each && each.constraint === constraint) return true;
    if (each.message.includes(`"${constraint}"`)) return true;
  }
  return false;
}
