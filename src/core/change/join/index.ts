export { ensureAlike } from "./alike.js";
export { joinDraft, type JoinDraft, type JoinRequest } from "./join.js";
export { inOrder, type LoadOrder } from "./order.js";
