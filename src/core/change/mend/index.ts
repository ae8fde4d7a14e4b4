export { planMending, type MendedFile, type Mending, type MendRequest, type MendWay } from "./mend.js";
export { leadingToGone, missedIn } from "./to-gone.js";
export { movedByHand, type MovedByHand, type MovedFile, type Said, type UnsureFile } from "./moved-by-hand.js";
