/** A real browser without a screen. On Linux it comes with the packages; elsewhere it is the one that is installed. */
import { existsSync, mkdirSync, writeFileSync } from "node:fs";
import { arch } from "node:os";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { chromium, type Browser } from "playwright-core";

const place = fileURLToPath(new URL("../node_modules/.cache/browser", import.meta.url));

/** Starts it. */
export async function startBrowser(): Promise<Browser> {
  if (process.platform !== "linux" || arch() !== "x64") return chromium.launch({ channel: "chrome" });
  const executablePath = await unpacked();
  // Its own font, whatever the machine has: without any it ends.
  const fonts = join(place, "fonts.conf");
  const folders = `<dir>${join(place, "fonts")}</dir><cachedir>${join(place, "fonts-cache")}</cachedir>`;
  writeFileSync(
    fonts,
    `<?xml version="1.0"?><!DOCTYPE fontconfig SYSTEM "fonts.dtd"><fontconfig>${folders}</fontconfig>`,
  );
  const env = { ...process.env, LD_LIBRARY_PATH: join(place, "al2023", "lib"), FONTCONFIG_FILE: fonts };
  return chromium.launch({
    executablePath,
    env,
    args: ["--headless=shell", "--no-sandbox", "--disable-dev-shm-usage"],
  });
}

/** The package unpacks itself into the folder for temporary files, with its libraries where it takes the system for its own. */
async function unpacked(): Promise<string> {
  const wanted = { TMPDIR: place, AWS_LAMBDA_JS_RUNTIME: "nodejs20.x" };
  // It sets the last two by itself.
  const names = [...Object.keys(wanted), "LD_LIBRARY_PATH", "FONTCONFIG_PATH"];
  const own = names.map((name) => [name, process.env[name]] as const);
  Object.assign(process.env, wanted);
  mkdirSync(place, { recursive: true });
  try {
    const { default: packed } = await import("@sparticuz/chromium");
    const path = await packed.executablePath();
    if (!existsSync(path)) throw new Error("The browser could not be unpacked.");
    return path;
  } finally {
    for (const [name, value] of own)
      if (value === undefined) Reflect.deleteProperty(process.env, name);
      else process.env[name] = value;
  }
}
