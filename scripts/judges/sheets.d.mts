/** Whether a sheet is compiled by itself. */
export function isEntrySheet(file: string): boolean;
/** The CSS of each sheet by its path; `error …` where the compiler refuses. */
export function compileSheets(
  root: string,
  files: readonly string[],
  loadPaths?: readonly string[],
): Promise<Map<string, string>>;
