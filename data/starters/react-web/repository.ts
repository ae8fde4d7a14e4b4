/** Where «title» comes from and goes to. */
export interface «Pascal»Repository {
  load(): Promise<readonly string[]>;
  save(entry: string): Promise<void>;
}
