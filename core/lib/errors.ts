/** The message of anything that was thrown. */
export const messageOf = (error: unknown): string => (error instanceof Error ? error.message : String(error));

/** The code of an error of the system or the database, such as ENOENT; empty where it has none. */
export function codeOf(error: unknown): string {
  const code: unknown = error instanceof Error && 'code' in error ? error.code : undefined;
  return typeof code === 'string' ? code : '';
}
