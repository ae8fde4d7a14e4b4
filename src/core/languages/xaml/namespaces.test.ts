import { describe, expect, test } from "vitest";
import { applyEdits } from "../../base/text/index.js";
import type { NewNamespaces } from "../namespace-names.js";
import { readNamespaces, writeNamespaces } from "./namespaces.js";

const page = `<Page x:Class="Orchard.Views.TreesPage"
      xmlns:m="clr-namespace:Orchard.Models;assembly=Orchard"
      xmlns:vm='clr-namespace:Orchard.ViewModels'>
    <!-- <m:No/> -->
    <ListView x:Name="Rows" ItemTemplate="{DataTemplate DataType={x:Type m:Tree}}" m:Mark.Is="{x:Static m:Tree.Name}" />
    <vm:TreesViewModel />
</Page>`;

describe("reading", () => {
  test("its class, its prefixes, and the types that it names", () => {
    const { scopes, types, takes, names } = readNamespaces(page);
    expect(scopes.map(({ kind, name, members }) => [kind, name, [...members]])).toEqual([
      ["file", "", []],
      ["namespace", "Orchard.Views", []],
      ["type", "TreesPage", ["Rows"]],
    ]);
    expect(types.map(({ name, isPartial }) => [name, isPartial])).toEqual([["TreesPage", true]]);
    expect(takes.map(({ alias, start, end }) => [alias, page.slice(start, end)])).toEqual([
      ["m", 'xmlns:m="clr-namespace:Orchard.Models;assembly=Orchard"'],
      ["vm", "xmlns:vm='clr-namespace:Orchard.ViewModels'"],
    ]);
    expect(names.map(({ parts }) => parts.map(({ name }) => name).join("."))).toEqual([
      "Orchard.Models",
      "Orchard.ViewModels",
      "m.Tree",
      "m.Mark.Is",
      "m.Tree.Name",
      "vm.TreesViewModel",
    ]);
    for (const { parts } of names) for (const { name, start, end } of parts) expect(page.slice(start, end)).toBe(name);
  });

  test.each([
    ['<A xmlns="clr-namespace:Orchard"/>', "elements without a prefix stand for types of a namespace"],
    ['<A xmlns:p="using:A"><B xmlns:p="using:B"/></A>', "the prefix p stands for two things"],
    [
      '<A p:ViewModelLocator.AutoWireViewModel="True"/>',
      "its view-model is found by namespace and name (AutoWireViewModel)",
    ],
  ])("%s is not certain", (text, why) => {
    expect(readNamespaces(text).doubt?.why).toBe(why);
  });
});

describe("writing", () => {
  const nothing: NewNamespaces = { scopes: new Map(), names: new Map(), drops: new Set(), gains: [] };
  const written = (text: string, wanted: Partial<NewNamespaces>): string | undefined => {
    const edits = writeNamespaces(text, readNamespaces(text), { ...nothing, ...wanted });
    return edits && applyEdits(text, edits);
  };
  const to = (namespace: string): { words: number; text: string; namespace: string } => ({
    words: 2,
    text: "",
    namespace,
  });

  test("another class", () => {
    expect(written(page, { scopes: new Map([[1, "Orchard.Trees"]]) })).toContain('x:Class="Orchard.Trees.TreesPage"');
  });

  test("a prefix that stands for nothing else goes along", () => {
    const text = '<A xmlns:m="clr-namespace:N.M;assembly=X"><m:Tree/><m:Tree.Row/></A>';
    expect(
      written(text, {
        names: new Map([
          [1, to("N.T")],
          [2, to("N.T")],
        ]),
      }),
    ).toBe('<A xmlns:m="clr-namespace:N.T;assembly=X"><m:Tree/><m:Tree.Row/></A>');
  });

  test("a new prefix beside the old one, which is still used", () => {
    const text = '<A\n   xmlns:m="using:N.M"><m:Tree/><m:Row></m:Row></A>';
    expect(
      written(text, {
        names: new Map([
          [2, to("N.Rows")],
          [3, to("N.Rows")],
        ]),
      }),
    ).toBe('<A\n   xmlns:m="using:N.M"\n   xmlns:rows="using:N.Rows"><m:Tree/><rows:Row></rows:Row></A>');
  });

  test("a prefix that is there already, and one that nothing uses any more", () => {
    const text = '<A xmlns:m="using:N.M" xmlns:r="using:N.Rows"><m:Row/><r:Tree/></A>';
    expect(written(text, { names: new Map([[2, to("N.Rows")]]) })).toBe(
      '<A xmlns:r="using:N.Rows"><r:Row/><r:Tree/></A>',
    );
  });

  test("two that go apart", () => {
    const text = '<A xmlns:m="using:N.M" xmlns:rows="x"><m:Tree/><m:Row/></A>';
    expect(
      written(text, {
        names: new Map([
          [1, to("N.Trees")],
          [2, to("N.Rows")],
        ]),
      }),
    ).toBe('<A xmlns:m="using:N.Trees" xmlns:rows2="using:N.Rows" xmlns:rows="x"><m:Tree/><rows2:Row/></A>');
  });

  test("a namespace that is there no more", () => {
    expect(written('<A xmlns:m="using:N.M"/>', { drops: new Set([0]) })).toBe("<A/>");
  });
});
