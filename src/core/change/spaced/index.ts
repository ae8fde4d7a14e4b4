/** Declarations put together anew in languages whose types are known by their namespaces. */
export { regroupTypes } from "./regroup.js";
