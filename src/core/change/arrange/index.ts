export { arrange, featureMeant, type ArrangedUnit, type ArrangeRequest, type Arranging, type Stay } from "./arrange.js";
export { featureOf, onlyApp, targetOf } from "./arranged-app.js";
export { decisionEdits, withoutDecided, type Decided } from "./decide.js";
export type { Answer, AnswerOption, Question } from "./destination.js";
export type { Doubtful, MoveGround, StayGround } from "./grounds.js";
export {
  measureArranging,
  arrangeSettled,
  decisionsOf,
  planArranging,
  settleFeatures,
  type ArrangedPlan,
  type ArrangingRequest,
  type MeasuredArranging,
  type Settled,
} from "./plan-arranging.js";
