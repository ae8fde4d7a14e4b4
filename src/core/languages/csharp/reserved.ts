/** The words of C#. Source: Microsoft, "C# keywords". */

/** Words that are no names of anybody's. */
const reserved = new Set(
  "abstract as base bool break byte case catch char checked class const continue decimal default delegate do double else enum event explicit extern false finally fixed float for foreach goto if implicit in int interface internal is lock long namespace new null object operator out override params private protected public readonly ref return sbyte sealed short sizeof stackalloc static string struct switch this throw true try typeof uint ulong unchecked unsafe ushort using virtual void volatile while add alias and not or ascending async await by descending dynamic equals file from get global group init into join let nameof notnull on orderby partial record remove required scoped select set unmanaged value var when where with yield".split(
    " ",
  ),
);

/** Whether a word is one of the language, and no name of anybody's where it stands by itself. */
export function isReserved(word: string): boolean {
  return reserved.has(word);
}
