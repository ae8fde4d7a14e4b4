/** A real browser without a screen. On Linux it comes with the packages; elsewhere it is the one that is installed. */
// @ts-check
import { existsSync, mkdirSync, rmSync, writeFileSync } from "node:fs";
import { arch } from "node:os";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { chromium } from "playwright-core";

const place = fileURLToPath(new URL("../../node_modules/.cache/browser", import.meta.url));

/** Starts it. */
export async function startBrowser() {
  if (process.platform !== "linux" || arch() !== "x64") return chromium.launch({ channel: "chrome" });
  const executablePath = await unpacked();
  // Its own font, and one with arrows and ticks where the machine has that: without any it ends.
  const fonts = join(place, "fonts.conf");
  const folders = `<dir>/usr/share/fonts/truetype/dejavu</dir><dir>${join(place, "fonts")}</dir><cachedir>${join(place, "fonts-cache")}</cachedir>`;
  const families = ["DejaVu Sans", "Open Sans"].map((name) => `<family>${name}</family>`).join("");
  const aliases = ["sans-serif", "system-ui"].map(
    (name) => `<alias binding="same"><family>${name}</family><prefer>${families}</prefer></alias>`,
  );
  writeFileSync(
    fonts,
    `<?xml version="1.0"?><!DOCTYPE fontconfig SYSTEM "fonts.dtd"><fontconfig>${folders}${aliases.join("")}</fontconfig>`,
  );
  const env = { ...process.env, LD_LIBRARY_PATH: join(place, "al2023", "lib"), FONTCONFIG_FILE: fonts };
  return chromium.launch({
    executablePath,
    env,
    args: ["--headless=shell", "--no-sandbox", "--disable-dev-shm-usage"],
  });
}

/** The package unpacks itself into the folder for temporary files, with its libraries where it takes the system for its own. */
async function unpacked() {
  const wanted = { TMPDIR: place, AWS_LAMBDA_JS_RUNTIME: "nodejs20.x" };
  // It sets the last two by itself.
  const names = [...Object.keys(wanted), "LD_LIBRARY_PATH", "FONTCONFIG_PATH"];
  const own = names.map((name) => /** @type {const} */ ([name, process.env[name]]));
  Object.assign(process.env, wanted);
  // What a run that was killed has left is begun anew.
  const mark = join(place, "whole");
  if (!existsSync(mark)) rmSync(place, { recursive: true, force: true });
  mkdirSync(place, { recursive: true });
  try {
    const { default: packed } = await import("@sparticuz/chromium");
    const path = await packed.executablePath();
    if (!existsSync(path)) throw new Error("The browser could not be unpacked.");
    writeFileSync(mark, "");
    return path;
  } finally {
    for (const [name, value] of own)
      if (value === undefined) Reflect.deleteProperty(process.env, name);
      else process.env[name] = value;
  }
}
