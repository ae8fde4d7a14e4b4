/**
 * Who references whom, as a wheel: features stand around it, so that no name covers another however many there are; what was chosen shows its
 * own lines, and the others fade.
 */
import { create, curveBundle, lineRadial } from "d3";
import type { Model } from "./model.js";
import { around } from "./feature-order.js";

/** What a wheel is drawn with. */
export interface WheelOptions {
  readonly model: Model;
  readonly features: readonly number[];
  readonly choose: (feature: number) => void;
}

/** A wheel, and the way to mark a feature on it. */
export interface Wheel {
  readonly element: Element;
  readonly mark: (feature: number | undefined) => void;
}

/** Room along the rim for one name, and outwards for one letter and beside the name, in pixels. */
const [perName, perLetter, beside] = [13.5, 6.9, 24];

/** Letters of a name that are shown. */
const mostLetters = 22;

/** Draws it. */
export function wheel({ model, features, choose }: WheelOptions): Wheel {
  const { edges } = model.data;
  const order = around(features, edges);
  const places = new Map(order.map((feature, at) => [feature, at]));
  const angleOf = (feature: number): number => ((places.get(feature) ?? 0) / Math.max(1, order.length)) * 2 * Math.PI;
  const radius = Math.max(190, (order.length * perName) / (2 * Math.PI));
  const longest = Math.max(0, ...order.map((feature) => model.featureName(feature).length));
  const half = radius + beside + perLetter * Math.min(longest, mostLetters);
  const shown = edges.filter(({ from, to }) => places.has(from) && places.has(to));
  const most = Math.max(1, ...shown.map(({ uses }) => Math.sqrt(uses.length)));
  const line = lineRadial<readonly [number, number]>()
    .angle(([angle]) => angle)
    .radius(([, away]) => away)
    .curve(curveBundle.beta(0.8));
  const svg = create("svg")
    .attr("class", "wheel")
    .attr("viewBox", `${-half} ${-half} ${2 * half} ${2 * half}`)
    .attr("width", 2 * half)
    .attr("height", 2 * half);
  const arrows = svg.append("defs").selectAll("marker").data(["out", "in"]).join("marker");
  arrows
    .attr("id", (kind) => `arrow-${kind}`)
    .attr("class", (kind) => `arrow ${kind}`)
    .attr("viewBox", "0 0 6 6")
    .attr("refX", 6)
    .attr("refY", 3)
    .attr("markerWidth", 6)
    .attr("markerHeight", 6)
    .attr("markerUnits", "userSpaceOnUse")
    .attr("orient", "auto")
    .append("path")
    .attr("d", "M0 0 L6 3 L0 6 Z");
  const lines = svg
    .append("g")
    .attr("aria-hidden", "true")
    .selectAll("path")
    .data(shown)
    .join("path")
    .attr("class", ({ from, to }) => (model.isInCircle(from, to) ? "line circle" : "line"))
    .attr("stroke-width", ({ uses }) => 0.8 + (Math.sqrt(uses.length) / most) * 1.6)
    .attr("d", ({ from, to }) => line(curveFrom(angleOf(from), angleOf(to), radius - 6)));
  const names = svg
    .append("g")
    .attr("role", "listbox")
    .attr("aria-label", "Features around the wheel")
    .selectAll<SVGGElement, number>("g")
    .data(order)
    .join("g")
    .attr("role", "option")
    .attr("class", "spoke")
    .attr("tabindex", (_, at) => (at === 0 ? 0 : -1))
    .attr("aria-selected", "false")
    .attr("transform", (feature) => `rotate(${(angleOf(feature) * 180) / Math.PI - 90}) translate(${radius},0)`);
  names.append("circle").attr("r", 3);
  names
    .append("text")
    .attr("dy", "0.32em")
    .attr("x", (feature) => (isLeft(angleOf(feature)) ? -8 : 8))
    .attr("text-anchor", (feature) => (isLeft(angleOf(feature)) ? "end" : "start"))
    .attr("transform", (feature) => (isLeft(angleOf(feature)) ? "rotate(180)" : null))
    .text((feature) => shortened(model.featureName(feature)))
    .append("title")
    .text((feature) => model.featureName(feature));
  const go = (feature: number): void => {
    names.attr("tabindex", (each) => (each === feature ? 0 : -1));
    names
      .filter((each) => each === feature)
      .nodes()[0]
      ?.focus();
  };
  names.on("click", (_, feature) => choose(feature));
  names.on("keydown", (event: KeyboardEvent, feature) => {
    const step = /^Arrow(?:Right|Down)$/.test(event.key) ? 1 : /^Arrow(?:Left|Up)$/.test(event.key) ? -1 : 0;
    const place = ((places.get(feature) ?? 0) + step + order.length) % order.length;
    if (step !== 0) go(order[place] ?? feature);
    else if (event.key === "Enter" || event.key === " ") choose(feature);
    else return;
    event.preventDefault();
  });
  const mark = (feature: number | undefined): void => {
    const near = new Set(shown.flatMap(({ from, to }) => (from === feature ? [to] : to === feature ? [from] : [])));
    lines
      .classed("out", ({ from }) => from === feature)
      .classed("in", ({ to }) => to === feature)
      .attr("marker-end", ({ from, to }) =>
        from === feature ? "url(#arrow-out)" : to === feature ? "url(#arrow-in)" : null,
      )
      .classed("faded", ({ from, to }) => feature !== undefined && from !== feature && to !== feature);
    names
      .attr("aria-selected", (each) => String(each === feature))
      .classed("near", (each) => near.has(each))
      .classed("faded", (each) => feature !== undefined && each !== feature && !near.has(each));
    svg.classed("has-chosen", feature !== undefined);
  };
  const element = svg.node();
  if (!element) throw new Error("no drawing");
  return { element, mark };
}

function isLeft(angle: number): boolean {
  return angle > Math.PI;
}

function shortened(name: string): string {
  return name.length <= mostLetters ? name : `${name.slice(0, mostLetters - 1)}…`;
}

/** From one place of the rim to another: the further apart they are, the nearer the line comes to the middle. */
function curveFrom(from: number, to: number, radius: number): [number, number][] {
  const apart = Math.abs(from - to);
  const near = Math.min(apart, 2 * Math.PI - apart);
  const middle = apart > Math.PI ? (from + to) / 2 + Math.PI : (from + to) / 2;
  const away = radius * (1 - near / Math.PI) * 0.85;
  return [
    [from, radius],
    [from, (radius + away) / 2],
    [middle, away],
    [to, (radius + away) / 2],
    [to, radius],
  ];
}
