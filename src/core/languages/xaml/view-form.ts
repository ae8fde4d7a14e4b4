/**
 * How a view is made and gets its view-model. Sources: Microsoft, "Data binding overview" (DataContext); the guide of Prism, "Using the
 * ViewModelLocator".
 */
import type { NewView, ViewForm } from "../language.js";
import { bare } from "./bare.js";

/** Reads a view: its markup, and what is behind it. `undefined` for markup that is the class of nothing. */
export function viewForm(text: string, behind: string): ViewForm | undefined {
  const markup = bare(text);
  const [, full = ""] = /\bx:Class\s*=\s*["']([\w.]+)["']/.exec(markup) ?? [];
  const [, root = ""] = /<(?=[A-Za-z_])([\w.:-]+)/.exec(markup) ?? [];
  if (full === "" || root === "") return undefined;
  const name = full.slice(full.lastIndexOf(".") + 1);
  return { root, ...bindingOf(name, root, markup, behind) };
}

function bindingOf(
  name: string,
  root: string,
  markup: string,
  behind: string,
): Pick<ViewForm, "binding" | "viewModel"> {
  const [, inMarkup] = new RegExp(`<${root}\\.DataContext>\\s*<[\\w.-]+:(\\w+)`).exec(markup) ?? [];
  if (inMarkup !== undefined) return { binding: "in markup", viewModel: inMarkup };
  if (/\bAutoWireViewModel\s*=\s*["']True/i.test(markup)) return { binding: "by name" };
  const [, made] = /\bDataContext\s*=\s*new\s+(?:[\w.]+\.)?(\w+)\s*[({]/.exec(behind) ?? [];
  if (made !== undefined) return { binding: "in code", viewModel: made };
  const given = new RegExp(`\\b${name}\\s*\\(\\s*(\\w+)\\s+(\\w+)\\s*\\)`).exec(behind);
  const [, type, parameter = ""] = given ?? [];
  if (type !== undefined && new RegExp(`\\bDataContext\\s*=\\s*${parameter}\\s*;`).test(behind))
    return { binding: "given", viewModel: type };
  return { binding: "none" };
}

/**
 * What a new view is made with: what those are that are called as it is; else what its name says, or what the others are. Source: Microsoft,
 * "WPF windows overview", "Control library".
 */
export function newView(ending: string, alike: string | undefined, others: string | undefined): NewView {
  const said = /^(?:Page|Window)$/.test(ending) ? ending : undefined;
  const root = alike ?? said ?? others ?? "UserControl";
  // Windows stand apart from all else.
  const controls = root === "Window" ? "System.Windows" : "System.Windows.Controls";
  return { root, values: { root, pad: " ".repeat(root.length + 2), controls } };
}
