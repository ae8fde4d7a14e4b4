export { joinDraft, type JoinDraft, type JoinRequest } from "./join.js";
