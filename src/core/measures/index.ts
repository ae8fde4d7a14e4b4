export { featureEdges, stronglyConnected, type FeatureEdge, type FeatureUse } from "./feature-graph.js";
