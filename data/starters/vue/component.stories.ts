import «stem» from "./«stem».vue";

export default { title: "«Title»", component: «stem» };

export const Usual = {};
