export interface Tree {
  readonly id: string;
  readonly variety: string;
}
