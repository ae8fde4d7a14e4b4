/** Where a frame shows what is put into it: between its tags, or the routes below its own. */
import { describe, expect, test } from "vitest";
import { languageFor } from "./index.js";

const formsOf = (file: string) => {
  const views = languageFor(file)?.views;
  if (!views) throw new TypeError("the language draws");
  return views;
};

describe("the middle of a frame", () => {
  const outlet = 'import { Outlet } from "react-router";\n';
  test.each<readonly [text: string, middle: string | undefined]>([
    ["const A = ({ children }) => <main>{children}</main>;", "tags"],
    ["const A = (props) => <main>{props.children}</main>;", "tags"],
    ["const A = (props) => <main {...props} />;", "tags"],
    [`${outlet}const A = () => <main><Outlet /></main>;`, "routes"],
    [`${outlet}const A = () => <main><Outlet context={x} /></main>;`, "routes"],
    ['import { Link, Outlet as Below } from "react-router-dom";\nconst A = () => <Below />;', "routes"],
    // Either way will do, so it need not be a route.
    [`${outlet}const A = ({ children }) => <main>{children ?? <Outlet />}</main>;`, "tags"],
    [`${outlet}const A = () => <main />;`, undefined],
    ['import { Outlet } from "./plugs";\nconst A = () => <Outlet />;', undefined],
    ["// children\nconst A = () => <main />;", undefined],
    [`${outlet}// <Outlet />\nconst A = () => <main />;`, undefined],
  ])("of a script: %j", (text, middle) => {
    expect(formsOf("A.tsx").middle(text)?.kind).toBe(middle);
  });

  test.each<readonly [text: string, middle: string | undefined]>([
    ["<template><main><slot /></main></template>", "tags"],
    ["<template><main><slot></slot></main></template>", "tags"],
    ['<template><main><slot name="header" /><router-view /></main></template>', "routes"],
    ["<template><RouterView /></template>", "routes"],
    ['<template><slot name="header" /></template>', undefined],
    ["<template><!-- <router-view /> --><main /></template>", undefined],
    ['<template><main /></template><script>const a = "<slot />";</script>', undefined],
    ["<template><router-view-list /></template>", undefined],
  ])("of a component of Vue: %j", (text, middle) => {
    expect(formsOf("A.vue").middle(text)?.kind).toBe(middle);
  });

  test("is told with what it is taken from", () => {
    expect(formsOf("A.tsx").middle(`${outlet}const A = () => <Outlet />;`)).toEqual({
      kind: "routes",
      tag: "Outlet",
      from: { imported: "Outlet", specifier: "react-router" },
      needsPath: false,
    });
    const script = '<script setup>\nimport { RouterView } from "vue-router";\n</script>\n';
    expect(formsOf("A.vue").middle(`${script}<template><RouterView /></template>`)).toEqual({
      kind: "routes",
      tag: "RouterView",
      from: { imported: "RouterView", specifier: "vue-router" },
      needsPath: true,
    });
  });
});

describe("a frame that shows routes in its middle", () => {
  test.each<readonly [text: string, shown: string | undefined]>([
    [
      "const A = ({ header, children, footer }) => <b>{children}</b>;",
      "const A = ({ header, footer }) => <b><X /></b>;",
    ],
    ["const A = ({ header, children }) => <b>{children}</b>;", "const A = ({ header }) => <b><X /></b>;"],
    [
      "interface P {\n  readonly a: 1;\n  readonly children: ReactNode;\n}\nconst A = ({ children, a }: P) => <b>{ children }</b>;",
      "interface P {\n  readonly a: 1;\n}\nconst A = ({ a }: P) => <b><X /></b>;",
    ],
    // It may count them, so it cannot go without.
    ["const A = ({ a, children }) => <b title={count(children)}>{children}</b>;", undefined],
    ["const A = () => <b />;", undefined],
  ])("%j", (text, shown) => {
    expect(formsOf("A.tsx").showing(text, "<X />")).toBe(shown);
  });

  test("in Vue takes the place of the slot without a name", () => {
    const text = '<template><slot name="header" /><slot /></template>';
    expect(formsOf("A.vue").showing(text, "<X />")).toBe('<template><slot name="header" /><X /></template>');
    expect(formsOf("A.vue").showing('<template><slot name="header" /></template>', "<X />")).toBeUndefined();
    expect(formsOf("A.vue").showing("<template><slot>None yet</slot></template>", "<X />")).toBeUndefined();
  });
});
