/** Elements, made in one expression. Texts are only ever texts: nothing of a project is read as markup. */

type Child = Node | string | number | undefined | false | null;
type Listener = (event: never) => unknown;
type Attributes = Readonly<Record<string, string | number | boolean | undefined | null | Listener>>;

/** `h("a", { href: "#x", class: "link" }, "text")`; what begins with `on` is a listener, and `false` leaves an attribute out. */
export function h<Tag extends keyof HTMLElementTagNameMap>(
  tag: Tag,
  attributes: Attributes = {},
  ...children: readonly (Child | readonly Child[])[]
): HTMLElementTagNameMap[Tag] {
  const element = document.createElement(tag);
  for (const [name, value] of Object.entries(attributes)) {
    if (value === undefined || value === false || value === null) continue;
    if (typeof value === "function") element.addEventListener(name.slice(2), value as EventListener);
    else element.setAttribute(name, value === true ? "" : String(value));
  }
  fill(element, children);
  return element;
}

/** Puts children in, and nothing else. */
export function fill(element: Element, children: readonly (Child | readonly Child[])[]): void {
  element.replaceChildren(
    ...children
      .flat()
      .filter((each) => each !== undefined && each !== false && each !== null)
      .map((each) => (typeof each === "number" ? String(each) : each)),
  );
}

/** A sentence in which what stands in backticks is code. */
export function withCode(sentence: string): (HTMLElement | string)[] {
  return sentence.split(/`([^`]+)`/).map((part, at) => (at % 2 === 1 ? h("code", {}, part) : part));
}

/** A select with its options: pairs of value and text. */
export function choice(
  label: string,
  options: readonly (readonly [value: string, text: string])[],
  chosen: string,
  change: (value: string) => void,
): HTMLLabelElement {
  const select: HTMLSelectElement = h(
    "select",
    { onchange: () => change(select.value) },
    options.map(([value, text]) => h("option", { value, selected: value === chosen }, text)),
  );
  return h("label", { class: "field" }, `${label} `, select);
}

/** A field for words to look for; told a moment after the last key. */
export function searchField(label: string, value: string, change: (value: string) => void): HTMLLabelElement {
  let waiting: number | undefined;
  const input = h("input", {
    type: "search",
    value,
    placeholder: label,
    "aria-label": label,
    oninput: () => {
      clearTimeout(waiting);
      waiting = setTimeout(() => change(input.value.trim()), 120);
    },
  });
  return h("label", { class: "field" }, input);
}

/** A box to tick. */
export function tick(label: string, isOn: boolean, change: (isOn: boolean) => void): HTMLLabelElement {
  const input: HTMLInputElement = h("input", {
    type: "checkbox",
    checked: isOn,
    onchange: () => change(input.checked),
  });
  return h("label", { class: "field" }, input, ` ${label}`);
}
