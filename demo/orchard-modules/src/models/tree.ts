export interface Tree {
  id: string;
  variety: string;
}
