/** A list of things that are named by their places in it. */
export class Listed {
  readonly all: string[] = [];
  readonly #places = new Map<string, number>();

  constructor(first: Iterable<string> = []) {
    for (const each of first) this.placeOf(each);
  }

  /** The place of a text, from 0; it is put at the end where it is new. */
  placeOf(text: string): number {
    let place = this.#places.get(text);
    if (place === undefined) {
      place = this.all.push(text) - 1;
      this.#places.set(text, place);
    }
    return place;
  }
}
