export { frameScreens, type FrameRequest, type FramedScreens, type LeftScreen } from "./frame-screens.js";
