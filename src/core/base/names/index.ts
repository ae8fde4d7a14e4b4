export { whyIllegal } from "./legal-names.js";
export { parseNamingPattern, readName, spellName, wordsTyped, type NamingPattern } from "./naming-pattern.js";
export { beginsWithPrefix, cases, inCase, inText, isInCase, splitWords, wordsKey, type Case } from "./words.js";
