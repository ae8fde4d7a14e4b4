/** Words, cases and naming patterns. */
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import {
  cases,
  inCase,
  inText,
  isInCase,
  parseNamingPattern,
  readName,
  spellName,
  splitWords,
  whyIllegal,
  wordsKey,
  wordsTyped,
  type NamingPattern,
} from "./index.js";

const pattern = (text: string): NamingPattern => {
  const parsed = parseNamingPattern(text);
  if (typeof parsed === "string") throw new TypeError(parsed);
  return parsed;
};

describe("words", () => {
  test.each([
    ["HTTPServer2Client", "HTTP Server2 Client"],
    ["useURLParams", "use URL Params"],
    ["Größe", "Größe"],
    ["größeÄndern", "größe Ändern"],
    ["apple-tree_card page", "apple tree card page"],
    ["TREE_CARD", "TREE CARD"],
    ["listOfURLs", "list Of URLs"],
    ["iOSButton", "iOS Button"],
    ["Map3D", "Map 3D"],
    ["3DView", "3D View"],
    ["MP3Player", "MP3 Player"],
    ["tree2", "tree2"],
    ["v2Api", "v2 Api"],
    ["X", "X"],
    ["HTML", "HTML"],
    ["Tree", "Tree"],
    ["果樹園", "果樹園"],
    ["e\u0301tage", "étage"],
    ["--", ""],
    ["", ""],
  ])("%s", (name, words) => {
    expect(splitWords(name).join(" ")).toBe(words);
  });

  test.each([
    ["HTTPServer2Client", "http-server2-client", "HTTPServer2Client", "httpServer2Client", "http_server2_client"],
    ["url params", "url-params", "UrlParams", "urlParams", "url_params"],
    ["TREE_CARD", "tree-card", "TreeCard", "treeCard", "tree_card"],
    ["Größe-ändern", "größe-ändern", "GrößeÄndern", "größeÄndern", "größe_ändern"],
    ["ßtest", "ßtest", "ßtest", "ßtest", "ßtest"],
    ["iOSButton", "ios-button", "IOSButton", "iOSButton", "ios_button"],
  ])("%s in every case", (name, ...wanted) => {
    expect(cases.map((each) => inCase(splitWords(name), each))).toEqual(wanted);
  });

  test("running text", () => {
    expect([inText(["Harvest", "Chart"], "capital"), inText(["URL", "Params"], "small")]).toEqual([
      "Harvest chart",
      "URL params",
    ]);
  });

  const letters = fc.constantFrom("a", "b", "z", "é", "ß", "ö", "я", "樹");
  const oneWord = fc.array(letters, { minLength: 2, maxLength: 6 }).map((each) => each.join(""));
  const names = fc.array(oneWord, { minLength: 1, maxLength: 4 });

  test("law: a name keeps its words through every case", () => {
    fc.assert(
      fc.property(names, fc.constantFrom("kebab" as const, "snake" as const), (words, wanted) => {
        expect(splitWords(inCase(words, wanted))).toEqual(words);
      }),
      { seed: 3 },
    );
  });

  test("law: a name in plain letters is taken apart as it is beside others", () => {
    const plain = fc.string({ unit: fc.constantFrom(..."iOSURLsabzAZ019-_. $"), maxLength: 14 });
    fc.assert(
      fc.property(plain, (name) => {
        expect([...splitWords(name), "樹"]).toEqual(splitWords(`${name}-樹`));
      }),
      { seed: 5, numRuns: 5000 },
    );
  });

  test("law: what was put into a case is in it, and doing it twice changes nothing", () => {
    fc.assert(
      fc.property(fc.string({ unit: "grapheme", maxLength: 14 }), fc.constantFrom(...cases), (typed, wanted) => {
        const words = splitWords(typed);
        fc.pre(words.length > 0 && /^\p{L}/u.test(words[0] ?? ""));
        // Capitals that have no small form (mathematical alphabets) belong to no language.
        fc.pre([...typed].every((letter) => !/\p{Lu}/u.test(letter) || letter.toLowerCase() !== letter));
        const once = inCase(words, wanted);
        expect(inCase(splitWords(once), wanted).toLowerCase()).toBe(once.toLowerCase());
        expect(wordsKey(splitWords(once))).toBe(wordsKey(words));
      }),
      { seed: 1, numRuns: 3000 },
    );
  });

  test.each([
    ["apple-tree", "kebab"],
    ["apple_tree", "snake"],
    ["appleTree", "camel"],
    ["AppleTree", "Pascal"],
    ["3DView", "Pascal"],
    ["tree", "kebab snake camel"],
    ["Apple-tree", ""],
    ["apple--tree", ""],
    ["HTTPServer2Client", "Pascal"],
    ["Größe", "Pascal"],
  ])("%s is in %s", (name, wanted) => {
    expect(cases.filter((each) => isInCase(name, each)).sort()).toEqual(wanted.split(" ").filter(Boolean).sort());
  });
});

describe("naming patterns", () => {
  test.each([
    ["{Pascal}Screen", "harvest", "HarvestScreen"],
    ["{Pascal}Screen", "HarvestScreen", "HarvestScreen"],
    ["{Pascal}Screen", "harvest-screen", "HarvestScreen"],
    ["{Pascal}Screen", "screen", "ScreenScreen"],
    ["use{Pascal}", "useURLParams", "useURLParams"],
    ["use{Pascal}", "url-params", "useUrlParams"],
    ["use{Pascal}", "user list", "useUserList"],
    ["_{kebab}", "TreeCard", "_tree-card"],
    ["{snake}_page", "Harvest Page", "harvest_page"],
    ["{camel}Reducer", "orchardMap", "orchardMapReducer"],
  ])("%s for %s is %s", (text, typed, name) => {
    const wanted = pattern(text);
    expect(spellName(wanted, wordsTyped(wanted, typed))).toBe(name);
    expect(readName(wanted, name)).toBeDefined();
  });

  test.each([
    ["{Pascal}Screen", "harvestScreen"],
    ["{Pascal}Screen", "Screen"],
    ["use{Pascal}", "user"],
    ["_{kebab}", "tree-card"],
    ["{snake}_page", "harvest-page"],
  ])("%s does not read %s", (text, name) => {
    expect(readName(pattern(text), name)).toBeUndefined();
  });

  test.each([
    ["Screen", "no placeholder"],
    ["{Pascal}{kebab}", "more than one"],
    ["{pascal}", "did you mean {Pascal}"],
    ["{kebap}", "did you mean {kebab}"],
    ["screens/{Pascal}", "slash"],
  ])("%s is refused", (text, reason) => {
    expect(parseNamingPattern(text)).toContain(reason);
  });
});

test.each([
  ["con", "device"],
  ["NUL.txt", "device"],
  ["COM1", "device"],
  ["lpt¹.ts", "device"],
  ["a:b", "Windows"],
  ["a/b", "Windows"],
  ["tree.", "dot or a space"],
  ["tree ", "dot or a space"],
  ["\u0007", "control"],
  ["..", "folder"],
  ["", "empty"],
  ["ö".repeat(130), "255 bytes"],
])("%j is not legal", (name, reason) => {
  expect(whyIllegal(name)).toContain(reason);
});

test.each(["console", "com", "COM10", "aux-tree", ".env", "Größe", "it's", "[id]"])("%s is legal", (name) => {
  expect(whyIllegal(name)).toBeUndefined();
});
