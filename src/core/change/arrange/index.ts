export { arrange, featureMeant, type ArrangedUnit, type ArrangeRequest, type Arranging, type Stay } from "./arrange.js";
export { withDecisions, type Decided } from "./decide.js";
export type { Answer, AnswerOption, Question } from "./destination.js";
export {
  planArranging,
  settleFeatures,
  type ArrangedPlan,
  type ArrangingRequest,
  type Settled,
} from "./plan-arranging.js";
