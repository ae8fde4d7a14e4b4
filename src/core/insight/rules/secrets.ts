/** What of an environment is a secret: by what its key is called, and by how the value looks. */
import type { EnvironmentEntry } from "../../app/index.js";

/** How services write what they hand out, and a password in an address. Source: the documentation of each. */
const issued =
  /^(?:(?:sk|rk)_(?:live|test)_\w{16,}|gh[pousr]_\w{30,}|github_pat_\w{30,}|glpat-[\w-]{20,}|xox[abprs]-[\w-]{10,}|AKIA[A-Z0-9]{16}|AIza[\w-]{35}|ya29\.[\w-]+|SG\.[\w-]{16,}\.[\w-]{16,}|npm_\w{36}|eyJ[\w-]{10,}\.[\w-]{10,}\.[\w-]*)$|^-----BEGIN [A-Z ]*PRIVATE KEY/;

/** What keys are called whose values are secrets. */
const secretName =
  /(?:^|_)(?:SECRET|TOKEN|PASSWORD|PASSWD|PWD|PRIVATE_KEY|API_?KEY|ACCESS_KEY|CREDENTIALS?|AUTH)(?:_|$)/;

/** What keys are called whose values nobody but the app's people should have: more than can be told of a sample. */
const guardedName = /(?:^|_)(?:\w*SECRET|\w*TOKEN|PASS\w*|PWD|\w*KEY|CREDENTIALS?|AUTH|SALT|WEBHOOK)(?:_|$)/i;

/** What stands there instead of a value. */
const standIn =
  /^$|your|example|sample|change|replace|insert|dummy|fake|placeholder|todo|xxx|secret|password|token|^[<[{$%].*|^\*+$|\.\.\.|^(?:none|null|true|false|test|dev|local|abc|foo|bar|123)/i;

/** Whether a value was handed out by a service, and for what it is known that nobody else should have it. */
export function isIssued(value: string): boolean {
  return issued.test(value);
}

/** Whether a value is one that nobody should read: in a sample, where most values are harmless. */
export function isSecret({ name, value }: Pick<EnvironmentEntry, "name" | "value">): boolean {
  if (isIssued(value) || hasPassword(value)) return true;
  return secretName.test(name) && isRandom(value, 16);
}

/** Whether a value may well be a secret: in a file of real values. */
export function isGuarded(entry: Pick<EnvironmentEntry, "name" | "value">): boolean {
  return isSecret(entry) || (guardedName.test(entry.name) && !standIn.test(entry.value));
}

function hasPassword(value: string): boolean {
  const inAddress = /^[a-z][a-z0-9+.-]*:\/\/[^/:@\s]+:([^/@\s]+)@(?!localhost|127\.)/i.exec(value)?.[1];
  return inAddress !== undefined && isRandom(inAddress, 8);
}

/** Letters and digits as no word has them. */
function isRandom(value: string, shortest: number): boolean {
  if (value.length < shortest || standIn.test(value) || /\s/.test(value) || /^[a-z]+:\/\//i.test(value)) return false;
  return /\d/.test(value) && /[A-Za-z]/.test(value) && new Set(value).size >= Math.min(8, value.length / 2);
}
