export { featureEdges, type FeatureEdge, type FeatureUse } from "./feature-graph.js";
export { scatterPast, type ScatterThen } from "./scatter-past.js";
export { scatterOf, stepsBetween, type Scatter } from "./scatter.js";
export { surveyOf, type Count, type NextStep, type Placed, type Survey } from "./survey.js";
export { guideOf, type Decision, type Guide, type GuidedShelf } from "./guide.js";
export { explain, shouldBeAt, type Explanation, type Partner } from "./explain.js";
