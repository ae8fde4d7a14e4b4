/** Where scripts make actions. Sources: the documentation of Redux and of Redux Toolkit. */

/**
 * Whether a text makes the action of a name: by what gives it back (`return { type: "rota/added" }`), by a type that lists it
 * (`{ readonly type: "rota/added"; … }`), or by a call that makes actions (`createAction("rota/added")`). What only answers to an
 * action, or hands one on (`dispatch({ type: … })`, `reducer(state, { ...action, type: … })`), does not.
 */
export function makesAction(text: string, name: string): boolean {
  const quoted = `["'\`]${name.replaceAll(/[^\w\s]/g, "\\$&")}["'\`]`;
  const given = `(?:\\breturn|=>\\s*\\()\\s*\\{\\s*type\\s*:\\s*${quoted}`;
  const listed = `\\breadonly\\s+type\\s*:\\s*${quoted}|\\btype\\s*:\\s*${quoted}\\s*;`;
  const called = `\\bcreate\\w*\\s*(?:<[^()<>]{0,200}>)?\\s*\\(\\s*${quoted}`;
  return new RegExp(`${given}|${listed}|${called}`).test(text);
}
