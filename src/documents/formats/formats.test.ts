/** Findings for other programs: whatever names and messages hold, the form is kept. */
import fc from "fast-check";
import { expect, test } from "vitest";
import type { Checked, Finding } from "../../core/insight/rules/index.js";
import { formatOf } from "./index.js";

const text = fc.string({ unit: "binary", minLength: 1, maxLength: 20 });
const finding = fc.record({
  rule: fc.constantFrom("file-name" as const, "unresolved-path" as const),
  severity: fc.constantFrom("warning" as const, "error" as const),
  file: text,
  // The words of a case are made of what an app has: any text.
  what: fc.record({ code: fc.constant("unresolved"), specifier: text }),
  about: text,
  at: fc.option(fc.record({ line: fc.integer({ min: 1, max: 99 }), column: fc.integer({ min: 1, max: 99 }) }), {
    nil: undefined,
  }),
}) as unknown as fc.Arbitrary<Finding>;
const checkedOf = (fresh: readonly Finding[]): readonly Checked[] => [
  { fresh, accepted: [], gone: [], unread: [], files: 1 } as unknown as Checked,
];
const law = (holds: (findings: readonly Finding[]) => void): void =>
  fc.assert(fc.property(fc.array(finding, { maxLength: 5 }), holds), { seed: 2 });

test("SARIF and GitLab's report are JSON with as many results", () => {
  law((findings) => {
    const log = JSON.parse(formatOf("sarif", checkedOf(findings))) as { runs: { results: unknown[] }[] };
    expect(log.runs[0]?.results).toHaveLength(findings.length);
    const issues = JSON.parse(formatOf("gitlab", checkedOf(findings))) as { fingerprint: string }[];
    expect(new Set(issues.map(({ fingerprint }) => fingerprint)).size).toBe(findings.length);
  });
});

test("lines for build servers are one a finding, and nothing in them ends a field", () => {
  law((findings) => {
    for (const [format, begin] of [
      ["github", /^::(?:warning|error) file=[^,:\r\n]*(?:,line=\d+,col=\d+)?,title=[\w-]+::/],
      ["azure", /^##vso\[task\.logissue type=(?:warning|error);sourcepath=[^;\]\r\n]*;/],
    ] as const) {
      const out = formatOf(format, checkedOf(findings));
      const lines = findings.length === 0 ? [] : out.split(/\n(?=::|##vso)/);
      expect(lines).toHaveLength(findings.length);
      for (const each of lines) expect(each).toMatch(begin);
    }
  });
});

test("the XML holds no letter that XML does not know, and each element is closed", () => {
  law((findings) => {
    const out = formatOf("junit", checkedOf(findings));
    expect(out).not.toMatch(/[^\P{Cc}\t\n\r]|\p{Cs}/u);
    const tags = [...out.matchAll(/<(\/?)([a-z]+)(?:\s[^<>]*?)?(\/?)>/g)];
    const open: string[] = [];
    for (const [, closing, name = "", empty] of tags) {
      if (closing !== "") expect(open.pop()).toBe(name);
      else if (empty === "") open.push(name);
    }
    expect(open).toEqual([]);
    expect(out.match(/<failure /g) ?? []).toHaveLength(findings.length);
  });
});
