export { addAction, belongsToState, type AddActionRequest, type AddedAction } from "./add-action.js";
export {
  rearrangeState,
  stateDraft,
  type ChangedState,
  type LeftState,
  type RearrangedState,
  type StateLayout,
  type StateRequest,
} from "./rearrange-state.js";
export { keepTogether } from "./keep-together.js";
