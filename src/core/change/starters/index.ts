export { takeStarter, type MadeStarter, type StarterRequest, type TakenStarters } from "./take-starter.js";
export { generalise, type Generalised, type Generalising, type Span } from "./generalise.js";
