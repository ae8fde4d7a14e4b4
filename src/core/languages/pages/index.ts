export { html, pageComponents } from "./html.js";
export { vue } from "./vue.js";
