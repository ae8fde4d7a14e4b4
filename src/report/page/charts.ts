/** Drawings over time. */
import { axisBottom, axisLeft, create, curveStepAfter, extent, line, scaleLinear, scaleUtc, type Selection } from "d3";

/** One point: when, in seconds since 1970, and how much. */
export interface Point {
  readonly when: number;
  readonly value: number;
  readonly title?: string;
}

/** A level to hold the points against. */
export interface Level {
  readonly name: string;
  readonly value: number;
  readonly isToday?: boolean;
}

/** A chart: points, a line through time, and levels. */
export interface ChartOptions {
  /** What is drawn, as a sentence for those who cannot see it. */
  readonly label: string;
  readonly unit: string;
  readonly dots?: readonly Point[];
  readonly line?: readonly Point[];
  readonly isStepped?: boolean;
  readonly levels: readonly Level[];
}

const [width, height] = [1000, 320];
const margin = { top: 28, right: 190, bottom: 30, left: 44 };

/** Draws it. */
export function chart({ label, unit, dots = [], line: course = [], isStepped, levels }: ChartOptions): Element {
  const all = [...dots, ...course];
  const [from = 0, to = 1] = extent(all, ({ when }) => when);
  // A history of a moment is given a day.
  const spread = to === from ? 43_200 : 0;
  const x = scaleUtc()
    .domain([new Date((from - spread) * 1000), new Date((to + spread) * 1000)])
    .range([margin.left, width - margin.right]);
  const most = Math.max(1, ...all.map(({ value }) => value), ...levels.map(({ value }) => value));
  const y = scaleLinear()
    .domain([0, most])
    .nice()
    .range([height - margin.bottom, margin.top]);
  const svg = create("svg")
    .attr("class", "chart")
    .attr("viewBox", `0 0 ${width} ${height}`)
    .attr("role", "img")
    .attr("aria-label", label);
  svg
    .append("g")
    .attr("class", "axis")
    .attr("transform", `translate(0,${height - margin.bottom})`)
    .call(axisBottom(x).ticks(7).tickSizeOuter(0));
  svg
    .append("g")
    .attr("class", "axis")
    .attr("transform", `translate(${margin.left},0)`)
    .call(axisLeft(y).ticks(Math.min(6, Math.ceil(most))));
  svg.append("text").attr("class", "unit").attr("x", 4).attr("y", 14).text(unit);
  svg
    .append("g")
    .selectAll("circle")
    .data(dots)
    .join("circle")
    .attr("class", "change")
    .attr("r", 3.5)
    .attr("cx", ({ when }) => x(new Date(when * 1000)))
    .attr("cy", ({ value }) => y(value))
    .append("title")
    .text(({ title = "" }) => title);
  const path = line<Point>()
    .x(({ when }) => x(new Date(when * 1000)))
    .y(({ value }) => y(value));
  if (course.length > 0)
    svg
      .append("path")
      .attr("class", "course")
      .attr("d", (isStepped === true ? path.curve(curveStepAfter) : path)(course));
  drawLevels(svg, levels, y);
  const element = svg.node();
  if (!element) throw new Error("no drawing");
  return element;
}

/** Each level with its name at the right; names that would stand on each other are moved apart. */
function drawLevels(
  svg: Selection<SVGSVGElement, undefined, null, undefined>,
  levels: readonly Level[],
  y: (value: number) => number,
): void {
  const end = width - margin.right;
  let below = Infinity;
  for (const { name, value, isToday } of levels.toSorted((a, b) => a.value - b.value)) {
    const at = y(value);
    below = Math.min(at, below - 15);
    const group = svg.append("g").attr("class", isToday ? "level today" : "level");
    group
      .append("path")
      .attr("d", `M${margin.left} ${at} H${end} L${end + 12} ${below}`)
      .attr("fill", "none");
    group
      .append("text")
      .attr("x", end + 16)
      .attr("y", below)
      .attr("dy", "0.32em")
      .text(`${value.toFixed(1)} ${name}`);
  }
}

/** The mean of the points around each, as many as tell a course. */
export function courseOf(points: readonly Point[]): Point[] {
  const half = Math.max(2, Math.round(points.length / 30));
  return points.map(({ when }, at) => {
    const near = points.slice(Math.max(0, at - half), at + half + 1);
    return { when, value: near.reduce((sum, { value }) => sum + value, 0) / near.length };
  });
}
