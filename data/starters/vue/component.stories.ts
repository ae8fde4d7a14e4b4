import «Symbol» from "./«stem».vue";

export default { title: "«Title»", component: «Symbol» };

export const Usual = {};
