/** The document that `survey --json` prints; `schema/survey.json` describes it. */
import { ordered, type Judgement } from "../core/insight/catalogue/index.js";
import { tellStep } from "../wording/next-steps.js";
import { wordsOfEvidence } from "../wording/reasons.js";
import type { Survey } from "../core/insight/measures/index.js";
import type { Analysis, AppAnalysis } from "../core/insight/analysis.js";

/** One app and its survey. */
export interface SurveyedApp {
  readonly app: AppAnalysis;
  readonly survey: Survey;
}

/** The whole document. */
export function surveyJson(surveys: readonly SurveyedApp[], { commits }: Analysis): object {
  return { version: 1, commits: commits ?? null, apps: surveys.map(appJson) };
}

function appJson({ app: { app, guessed, catalogue }, survey }: SurveyedApp): object {
  const { unsure, next, ...rest } = survey;
  return {
    folder: app.folder,
    stack: app.stack.name,
    language: app.language,
    source: app.layout.source,
    arrangement: { name: app.layout.arrangement, guessed },
    ...rest,
    unsure: unsure.map(({ path }) => path),
    next: next.map((step) => ({ ...tellStep(step), step })),
    catalogue: [...catalogue.entries.values()].map(({ path, role, feature, leader, standing, isIndex, isLeft }) => ({
      file: path,
      role: judgementJson(role),
      feature: judgementJson(feature),
      shelf: standing?.shelf.at ?? null,
      ...(leader !== undefined && { companionOf: leader }),
      ...(isIndex && { index: true }),
      ...(isLeft && { left: true }),
    })),
  };
}

/** A judgement with its evidence. */
export function judgementJson(judgement: Judgement): object {
  const { is, confidence, orElse } = judgement;
  return {
    is: is ?? null,
    confidence,
    ...(orElse !== undefined && { orElse }),
    evidence: ordered(judgement).map((each) => ({
      for: each.for,
      weight: Math.round(each.weight * 100) / 100,
      because: wordsOfEvidence(each),
      reason: each.because,
      ...(each.doubt !== undefined && { doubt: each.doubt }),
    })),
  };
}
