/** How long work says where it is. Only the terminal layer draws it. */

/** `what` is being done; `done` of `total` steps are behind. */
export type Progress = (what: string, done: number, total: number) => void;

/** Says nothing. */
export const quiet: Progress = () => undefined;
