/** What the app knows of «title». */
export interface «Pascal»State {
  readonly entries: readonly string[];
  readonly loading: boolean;
}

export const «camel»State: «Pascal»State = { entries: [], loading: false };
