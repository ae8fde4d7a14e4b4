/** Classes that interface files, property lists, data models and schemes name: the module before them, or that nobody can say whose. */
import { expect, test } from "vitest";
import type { TypeNames } from "../type-names.js";
import {
  classesOfInterface,
  classesOfList,
  classesOfModel,
  classesOfScheme,
  classesOfTestPlan,
} from "./class-names.js";

const own = "$(PRODUCT_MODULE_NAME)";

test.each<[string, (text: string) => TypeNames, string, string[]]>([
  ["a module", classesOfInterface, '<view customClass="Tree" id="a" customModule="Orchard"/>', ["Orchard.Tree"]],
  ["the module first", classesOfInterface, '<view customModule="Orchard" customClass="Tree">', ["Orchard.Tree"]],
  ["no module", classesOfInterface, '<view customClass="PRTree"/>', ["?.PRTree"]],
  ["a class of a module in one", classesOfInterface, '<view customClass="Orchard.Tree"/>', []],
  ["two in one line", classesOfInterface, '<a customClass="A"/><b customClass="B" customModule="C"/>', ["?.A", "C.B"]],
  ["a scene", classesOfList, `<key>UISceneDelegateClassName</key>\n\t<string>${own}.Tree</string>`, [`${own}.Tree`]],
  ["braces", classesOfList, "<key>NSPrincipalClass</key><string>${PRODUCT_MODULE_NAME}.Tree</string>", [`${own}.Tree`]],
  ["a bare class", classesOfList, "<key>NSPrincipalClass</key><string>PRTree</string>", ["?.PRTree"]],
  ["a module by its name", classesOfList, "<key>NSPrincipalClass</key><string>Shed.Tree</string>", ["Shed.Tree"]],
  ["whatever key", classesOfList, `<key>Ours</key><string>${own}.Tree</string>`, [`${own}.Tree`]],
  ["another text", classesOfList, "<key>CFBundleName</key><string>Tree</string>", []],
  ["an entity", classesOfModel, '<entity name="Tree" representedClassName=".Tree" syncable="YES"/>', [`${own}.Tree`]],
  ["one of Objective-C", classesOfModel, '<entity name="Tree" representedClassName="PRTree"/>', ["?.PRTree"]],
  ["none", classesOfModel, '<entity name="Tree"/>', []],
  [
    "tests that a plan leaves out",
    classesOfTestPlan,
    '{ "testTargets" : [ { "skippedTests" : [ "TreeTests", "RowTests\\/testA()" ], "target" : { "name" : "No" } } ] }',
    [`${own}.TreeTests`, `${own}.RowTests`],
  ],
  [
    "suites that a plan leaves out",
    classesOfTestPlan,
    '{ "skippedTests" : { "suites" : [ { "name" : "TreeTests", "testFunctions" : [ "rows()" ] } ] }, "target" : { "name" : "No" } }',
    [`${own}.TreeTests`],
  ],
  ["a plan without any", classesOfTestPlan, '{ "configurations" : [ { "name" : "All" } ], "version" : 1 }', []],
  ["a plan that is cut off", classesOfTestPlan, '{ "selectedTests" : [ "TreeTests', []],
  ["a test", classesOfScheme, '<Test\n   Identifier = "TreeTests/testA()">', [`${own}.TreeTests`]],
])("%s", (_, read, text, wanted) => {
  const { places } = read(text);
  expect(places.map(({ qualifier = "?", name }) => `${qualifier}.${name}`)).toEqual(wanted);
  for (const { name, start, end } of places) expect(text.slice(start, end)).toBe(name);
});
