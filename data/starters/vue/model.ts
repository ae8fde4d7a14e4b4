/** One of «title». */
export interface «Pascal» {
  readonly id: string;
}
