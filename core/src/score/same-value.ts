/** Whether two values of a score hold the same, whatever the order of their fields; a field that is undefined is as good as none. */
export function isSameValue(a: unknown, b: unknown): boolean {
  if (a === b) return true;
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false;
  if (Array.isArray(a))
    return Array.isArray(b) && a.length === b.length && a.every((each, index) => isSameValue(each, b[index]));
  if (Array.isArray(b)) return false;
  const [fields, others] = [a as Record<string, unknown>, b as Record<string, unknown>];
  for (const field in fields) if (!isSameValue(fields[field], others[field])) return false;
  for (const field in others) if (others[field] !== undefined && fields[field] === undefined) return false;
  return true;
}
