/**
 * The rules by name, without the rules: what the configuration may say of them. Each has a file of its own in this folder;
 * a test holds the two together.
 */

/** Groups of rules, in the order in which they are told. */
export const ruleGroups = [
  "naming",
  "placement",
  "reach",
  "references",
  "styles",
  "assets",
  "state",
  "secrets",
] as const;

/** One group. */
export type RuleGroup = (typeof ruleGroups)[number];

/** How grave a finding is. */
export const severities = ["off", "warning", "error"] as const;

/** One of them. */
export type Severity = (typeof severities)[number];

/** Every rule: its group, how grave it is unless somebody says otherwise, and its limit where it has one. */
export const ruleTable = {
  "file-name": { group: "naming", severity: "warning" },
  "folder-name": { group: "naming", severity: "warning" },
  "export-name": { group: "naming", severity: "warning" },
  "class-prefix": { group: "naming", severity: "warning" },
  "type-suffix": { group: "naming", severity: "warning" },
  "namespace-folder": { group: "naming", severity: "warning" },
  "several-types": { group: "naming", severity: "warning" },
  "case-conflict": { group: "naming", severity: "error" },
  "portable-name": { group: "naming", severity: "error" },
  "vague-name": { group: "naming", severity: "warning" },
  "outside-shelves": { group: "placement", severity: "warning" },
  "wrong-folder": { group: "placement", severity: "warning" },
  "separated-companion": { group: "placement", severity: "warning" },
  "crowded-folder": { group: "placement", severity: "warning", most: 40 },
  "unlike-other-features": { group: "placement", severity: "warning" },
  "unpaired-view": { group: "placement", severity: "warning" },
  "screen-frame": { group: "placement", severity: "warning" },
  "group-folder": { group: "placement", severity: "warning" },
  "group-order": { group: "placement", severity: "warning" },
  "import-not-allowed": { group: "reach", severity: "error" },
  "bypassed-index": { group: "reach", severity: "error" },
  "feature-cycle": { group: "reach", severity: "warning" },
  "shared-depends-on-feature": { group: "reach", severity: "warning" },
  "unresolved-path": { group: "references", severity: "error" },
  "path-case": { group: "references", severity: "error" },
  "long-relative-path": { group: "references", severity: "warning", most: 2 },
  "unlisted-file": { group: "references", severity: "warning" },
  "half-wired-feature": { group: "references", severity: "warning" },
  "registered-twice": { group: "references", severity: "error" },
  "twin-name": { group: "references", severity: "error" },
  "missing-input": { group: "references", severity: "warning" },
  "sheet-order": { group: "styles", severity: "error" },
  "doubled-sheet": { group: "styles", severity: "warning" },
  "unused-sheet": { group: "styles", severity: "warning" },
  "unmarked-partial": { group: "styles", severity: "warning" },
  "compiled-partial": { group: "styles", severity: "warning" },
  "unused-sheet-name": { group: "styles", severity: "warning" },
  "sheet-import": { group: "styles", severity: "warning" },
  "sheet-sections": { group: "styles", severity: "warning" },
  "unused-asset": { group: "assets", severity: "warning" },
  "duplicate-asset": { group: "assets", severity: "warning" },
  "missing-density": { group: "assets", severity: "warning" },
  "duplicate-action": { group: "state", severity: "error" },
  "action-prefix": { group: "state", severity: "warning" },
  "long-reducer": { group: "state", severity: "warning", most: 400 },
  "state-layout": { group: "state", severity: "warning" },
  "tracked-secret": { group: "secrets", severity: "error" },
  "secret-in-sample": { group: "secrets", severity: "error" },
  "environment-key": { group: "secrets", severity: "warning" },
} as const satisfies Readonly<Record<string, RuleFacts>>;

interface RuleFacts {
  readonly group: RuleGroup;
  readonly severity: Severity;
  readonly most?: number;
}

/** One rule's name. */
export type RuleName = keyof typeof ruleTable;

/** Every rule's name, in the order of the groups. */
export const ruleNames = Object.keys(ruleTable) as readonly RuleName[];

/** Rules that have a limit. */
export const limitedRules = ruleNames.filter((name) => "most" in ruleTable[name]);
