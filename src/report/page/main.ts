/** The page: reads its data, and draws the view that its address names. */
import type { AppData, PageData } from "../page-data.js";
import { choice, fill, h } from "./dom.js";
import { features } from "./features.js";
import { file } from "./file.js";
import { findings } from "./findings.js";
import { folders } from "./folders.js";
import { Model } from "./model.js";
import { overview } from "./overview.js";
import { showAll } from "./parts.js";
import { readPlace, views, type ViewName } from "./place.js";
import { time } from "./time.js";
import { trees } from "./trees.js";
import { linkFor, type ViewContext } from "./view.js";

const titles: Readonly<Record<ViewName, string>> = {
  overview: "Overview",
  trees: "Trees",
  features: "Features",
  time: "Over time",
  folders: "Folders",
  findings: "Findings",
  file: "Files",
};

const drawings: Readonly<Record<ViewName, (context: ViewContext) => HTMLElement[]>> = {
  overview,
  trees,
  features,
  time,
  folders,
  findings,
  file,
};

/** Opens the data, which is compressed. */
async function readData(): Promise<PageData> {
  const packed = document.querySelector("#data")?.textContent ?? "";
  const bytes = Uint8Array.from(atob(packed), (letter) => letter.charCodeAt(0));
  const stream = new Blob([bytes]).stream().pipeThrough(new DecompressionStream("gzip"));
  return (await new Response(stream).json()) as PageData;
}

const page = document.querySelector("#page");
if (page)
  readData().then(
    (data) => start(page, data),
    (error: unknown) => {
      const reason = error instanceof Error ? error.message : String(error);
      fill(page, [
        h("p", { class: "warning" }, `The data of this page could not be read: ${reason}. Make the page again.`),
      ]);
    },
  );

function start(page: Element, data: PageData): void {
  const models = new Map<AppData, Model>();
  const isSeveral = data.apps.length > 1;
  const main = h("main", { id: "main", tabindex: -1 });
  const header = h("header");
  const draw = (): void => {
    const { view, params } = readPlace(location.hash);
    const app = data.apps.find(({ folder }) => folder === params.get("app")) ?? data.apps[0];
    if (!app) return fill(page, [h("p", {}, "There is no app in this page.")]);
    let model = models.get(app);
    if (!model) models.set(app, (model = new Model(app)));
    const link = linkFor(isSeveral ? app.folder : undefined);
    const keep: ViewContext["keep"] = (chosen) => history.replaceState(undefined, "", link(view, chosen));
    fill(header, headOf(data, { app, view, link }));
    fill(main, drawings[view]({ model, params, keep, link }));
    document.title = `${titles[view]} – ${app.name} – Steady Shelf`;
  };
  fill(page, [h("a", { class: "skip", href: "#main" }, "Skip to the contents"), header, main, footOf(data)]);
  page.querySelector("a.skip")?.addEventListener("click", (event) => {
    event.preventDefault();
    main.focus();
  });
  window.addEventListener("hashchange", () => {
    draw();
    scrollTo(0, 0);
    main.focus({ preventScroll: true });
  });
  window.addEventListener("beforeprint", () => {
    showAll(main);
    fitOnPaper(main);
  });
  draw();
}

/** Points across a sheet of paper, with its margins left out: what is wider is drawn smaller there. */
const paperWidth = 700;

function fitOnPaper(part: Element): void {
  for (const wide of part.querySelectorAll<HTMLElement>(".matrix"))
    wide.style.setProperty("--on-paper", String(Math.min(1, paperWidth / wide.scrollWidth)));
}

interface Head {
  readonly app: AppData;
  readonly view: ViewName;
  readonly link: ViewContext["link"];
}

function headOf(data: PageData, { app, view, link }: Head): HTMLElement[] {
  const title = h("a", { class: "title", href: link("overview") }, app.name);
  const several = choice(
    "App:",
    data.apps.map(({ folder, name }) => [folder, folder === "" ? name : `${name} (${folder}/)`]),
    app.folder,
    (folder) => {
      location.hash = linkFor(folder)(view);
    },
  );
  return [
    data.apps.length > 1 ? h("div", { class: "apps" }, title, several) : title,
    h(
      "nav",
      { "aria-label": "Views" },
      views.map((each) => h("a", { href: link(each), "aria-current": each === view && "page" }, titles[each])),
    ),
    lightSwitch(),
  ];
}

/** Light, dark, or as the system has it. */
function lightSwitch(): HTMLElement {
  const root = document.documentElement;
  return choice(
    "Colours:",
    [
      ["", "as the system"],
      ["light", "light"],
      ["dark", "dark"],
    ],
    root.dataset["light"] ?? "",
    (value) => (value === "" ? delete root.dataset["light"] : (root.dataset["light"] = value)),
  );
}

function footOf({ program, made, project }: PageData): HTMLElement {
  const when = new Date(made * 1000).toISOString().slice(0, 16).replace("T", " ");
  return h(
    "footer",
    {},
    `${project}, as it was on ${when} UTC. Made by ${program}. Nothing in this page was loaded from anywhere.`,
  );
}
