«named?»import { «name» } from "«to leader»";
«default?»import «name» from "«to leader»";
«whole?»import * as «name» from "«to leader»";

export default { title: "«Title»", component: «name» };

export const Usual = {};
