/**
 * Programs of C# for the judge of namespaces: an orchard's types in folders, which name each other in every way that the language has.
 * What the compiler refuses is taken out again, line by line, so that each program compiles and says what it means when it runs.
 */
// @ts-check

const words = ["Tree", "Row", "Harvest", "Rota", "Swap", "Shift", "Weather", "Crate", "Leaf", "Twig", "Graft", "Bee"];
const folders = ["Models", "Views", "ViewModels", "Services", "Tree", "Views/Parts", "Models/Harvest", "Common", ""];

/**
 * Files of a program: paths and texts. Lines that begin with a tab and a number may be taken out.
 *
 * @param {() => number} random
 * @returns {Map<string, string>}
 */
export function madeProgram(random) {
  const pick = /** @template Item @param {readonly Item[]} list @returns {Item} */ (list) =>
    /** @type {Item} */ (list[Math.floor(random() * list.length)]);
  const types = [];
  const count = 12 + Math.floor(random() * 14);
  for (let at = 0; at < count; at += 1) {
    const folder = pick(folders);
    const kind = pick([
      "class",
      "class",
      "class",
      "static",
      "interface",
      "enum",
      "struct",
      "generic",
      "attribute",
      "extension",
      "partial",
      "delegate",
    ]);
    const name =
      pick(words) +
      pick(["", "", "", "Info", "View", "ViewModel", "Kind", "s"]) +
      (kind === "attribute" ? "Attribute" : "");
    const space = ["Orchard", ...folder.split("/").filter(Boolean)].join(".");
    if (types.some((type) => type.space === space && type.name === name)) continue;
    if (folders.some((each) => `Orchard.${each.replaceAll("/", ".")}` === `${space}.${name}`)) continue;
    types.push({ name, kind, folder, space, id: at + 1, base: /** @type {string | undefined} */ (undefined) });
  }
  /** @type {Map<string, string>} */
  const files = new Map();
  let line = 0;
  const mains = [];
  for (const type of types) {
    const { name, kind, folder, space, id } = type;
    const uses = [];
    const heads = [];
    const members = [];
    const seen = new Set();
    const isInside = random() < 0.25;
    const others = types.filter((other) => other !== type);
    for (let at = 0; at < 7 && others.length > 0; at += 1) {
      const other = pick(others);
      const way = pick(["bare", "bare", "bare", "full", "relative", "alias", "static", "global", "space"]);
      let spelled = other.name;
      const take = (/** @type {string} */ text) => {
        if (!seen.has(text)) heads.push(text);
        seen.add(text);
      };
      if (way === "bare") {
        if (other.space !== space || random() < 0.3) take(`using ${other.space};`);
      } else if (way === "full") spelled = `${other.space}.${other.name}`;
      else if (way === "relative") spelled = `${other.space}.${other.name}`.replace(/^Orchard\./, "");
      else if (way === "alias")
        [spelled] = [
          `A${other.id}`,
          other.kind === "generic" ? undefined : take(`using A${other.id} = ${other.space}.${other.name};`),
        ];
      else if (way === "global") spelled = `global::${other.space}.${other.name}`;
      else if (way === "space")
        [spelled] = [`S${other.id}.${other.name}`, take(`using S${other.id} = ${other.space};`)];
      else if (other.kind === "static") take(`using static ${other.space}.${other.name};`);
      const mark = `/*${(line += 1)}*/`;
      const of = other.kind === "generic" ? `${spelled}<int>` : spelled;
      if (way === "static" && other.kind === "static") uses.push(`${mark}System.Console.WriteLine(Known${other.id});`);
      else if (other.kind === "extension") {
        if (way === "bare") uses.push(`${mark}System.Console.WriteLine(${at}.Lent${other.id}());`);
        else uses.push(`${mark}System.Console.WriteLine(${spelled}.Lent${other.id}(3));`);
      } else if (other.kind === "attribute") {
        const mentioned = `[${random() < 0.5 ? spelled.replace(/Attribute$/, "") : spelled}]`;
        members.push(
          `${mark}${random() < 0.5 ? `${mentioned} void F${line}() {}` : `void F${line}(${mentioned} int a) {}`}`,
        );
      } else if (other.kind === "enum") uses.push(`${mark}System.Console.WriteLine((int)${spelled}.One${other.id});`);
      else if (other.kind === "interface" || other.kind === "delegate")
        uses.push(`${mark}System.Console.WriteLine(typeof(${of}).Name);`);
      else if (other.kind === "static") uses.push(`${mark}System.Console.WriteLine(${spelled}.Known${other.id});`);
      else
        uses.push(
          pick([
            `${mark}System.Console.WriteLine(${of}.Id);`,
            `${mark}System.Console.WriteLine(new ${of}().GetType().Name + ${of}.Id);`,
            `${mark}{ ${of} it = default(${of}); System.Console.WriteLine(${of}.Id); }`,
            `${mark}{ object it = new ${of}(); System.Console.WriteLine(it is ${of}); }`,
            `${mark}{ var list = new System.Collections.Generic.List<${of}>(); System.Console.WriteLine(list.Count + nameof(${spelled})); }`,
            `${mark}System.Console.WriteLine(${of}.Inner.Deep);`,
          ]),
        );
      if (random() < 0.15 && /^(?:class|partial|struct|enum|interface|generic)$/.test(other.kind))
        members.push(`/*${(line += 1)}*/public System.Func<int, ${of}, string> G${line};`);
      if (random() < 0.1 && other.kind === "class" && kind === "class")
        members.push(`/*${(line += 1)}*/public static explicit operator ${of}(${name} it) { return null; }`);
      if (random() < 0.1 && /^(?:class|interface|enum)$/.test(other.kind))
        members.push(
          `/*${(line += 1)}*/void P${line}(int a, params ${of}[] more) { foreach (${of} each in more) System.Console.WriteLine(each); }`,
        );
      if (random() < 0.2 && /^(?:class|partial|struct)$/.test(other.kind))
        members.push(`/*${(line += 1)}*/public ${of} ${other.name} { get; set; }`);
      if (random() < 0.15 && /^(?:class|partial|generic|interface)$/.test(other.kind))
        members.push(
          pick([
            `/*${(line += 1)}*/static string Q${line}(object it) { switch (it) { case ${of} found: return found.ToString(); default: return null; } }`,
            `/*${(line += 1)}*/static void K${line}<T>(T it) where T : ${of} { System.Console.WriteLine(it); }`,
            `/*${(line += 1)}*/System.Func<${of}> L${line} = () => default(${of});`,
            `/*${(line += 1)}*/static ${of}[] R${line}(object it) => new[] { (${of})it, it as ${of} };`,
          ]),
        );
      if (random() < 0.3 && /^(?:class|partial)$/.test(other.kind))
        members.push(
          pick([
            `/*${(line += 1)}*/object C${line}(object it) { return (${of})(object)it; }`,
            `/*${(line += 1)}*/static ${of} N${line}(object it) => it as ${of} ?? new ${of}();`,
            `/*${(line += 1)}*/static int T${line}(object it) => it is ${of} ? 1 : 2;`,
            `/*${(line += 1)}*/static void O${line}(ref ${of} a, out ${of} b) { b = a; }`,
            `/*${(line += 1)}*/public event System.Action<${of}> E${line};`,
            `/*${(line += 1)}*/static System.Func<${of}, object> D${line} = (${of} a) => a;`,
            `/*${(line += 1)}*/static System.Func<${of}, object> D${line} = delegate (${of} a) { return a; };`,
            `/*${(line += 1)}*/System.Collections.Generic.Dictionary<string, System.Collections.Generic.List<${of}>> M${line};`,
            `/*${(line += 1)}*/static ${of}.Inner I${line}() { ${of}.Inner it = new ${of}.Inner(); return it; }`,
            `/*${(line += 1)}*/static object V${line}() { ${of} Own(${of} a) => a; return Own(null); }`,
            `/*${(line += 1)}*/static System.Type Y${line} = typeof(${of}[]);`,
            `/*${(line += 1)}*/public ${of} this[${of} at, int c${line}] { get { return at; } }`,
            `/*${(line += 1)}*/static object Z${line}(object it) { if (it is ${of} found && found != null) return found; return default(${of}); }`,
          ]),
        );
      if (random() < 0.12 && /^(?:class|partial|struct)$/.test(other.kind))
        uses.push(
          pick([
            `/*${(line += 1)}*/{ var ${other.name} = 3; System.Console.WriteLine(${other.name} + 1); }`,
            `/*${(line += 1)}*/System.Console.WriteLine($"{${of}.Id:000} {new ${of}().GetHashCode() * 0}");`,
            `/*${(line += 1)}*/{ System.Func<int, int> f = ${other.name} => ${other.name} + 1; System.Console.WriteLine(f(2)); }`,
            `/*${(line += 1)}*/System.Console.WriteLine(new[] { 1 }.GetType().Name + typeof(${of}).Name);`,
          ]),
        );
      if (random() < 0.1 && other.kind === "class" && kind === "class") type.base ??= spelled;
    }
    if (/^(?:class|partial|generic)$/.test(kind) && random() < 0.5)
      members.push(
        `/*${(line += 1)}*/public ${name}(int a) : this() { System.Console.WriteLine(a); }`,
        `public ${name}() { }`,
        ...(random() < 0.3 ? [`~${name}() { }`] : []),
      );
    const show = `public static void Show() {\n${uses.map((use) => `    ${use}`).join("\n")}\n  }`;
    const id_ = `public const int Id = ${id};`;
    const inner = `public class Inner { public const int Deep = ${id * 100}; }`;
    const more = members.map((member) => `  ${member}`).join("\n");
    const parent = type.base === undefined ? "" : `/*${(line += 1)}*/ : ${type.base}\n`;
    const body =
      kind === "class" || kind === "partial" || kind === "struct" || kind === "generic"
        ? `public ${kind === "partial" ? "partial class" : kind === "generic" ? "class" : kind} ${name}${kind === "generic" ? "<T>" : ""}\n${parent}{\n  ${id_.replace("const", parent === "" ? "const" : "new const")}\n  ${inner.replace("class", parent === "" ? "class" : "class")}\n${more}\n  ${show}\n}`
        : kind === "static"
          ? `public static class ${name}\n{\n  public const int Known${id} = ${id};\n  ${show}\n}`
          : kind === "extension"
            ? `public static class ${name}\n{\n  public static int Lent${id}(this int value) { return value + ${id}; }\n  ${show}\n}`
            : kind === "attribute"
              ? `public class ${name} : System.Attribute\n{\n  ${show}\n}`
              : kind === "interface"
                ? `public interface ${name}\n{\n${members.length === 0 ? "" : ""}}`
                : kind === "enum"
                  ? `public enum ${name} { None, One${id} = ${id} }`
                  : `public delegate int ${name}(int value);`;
    if (!/^(?:interface|enum|delegate)$/.test(kind)) mains.push(`${space}.${name}${kind === "generic" ? "<int>" : ""}`);
    const sorted = random() < 0.6 ? heads.sort() : heads;
    const taken = sorted.map((head) => `/*${(line += 1)}*/${head}`);
    const text = isInside
      ? `using System;\n\nnamespace ${space}\n{\n${taken.map((each) => `    ${each}\n`).join("")}\n${body}\n}\n`
      : `${taken.map((each) => `${each}\n`).join("")}${taken.length > 0 ? "\n" : ""}namespace ${space}\n{\n${body}\n}\n`;
    files.set([...(folder === "" ? [] : [folder]), `${name}.cs`].join("/"), text);
    if (kind === "partial") {
      const far = random() < 0.5 ? folder : pick(folders);
      files.set(
        [...(far === "" ? [] : [far]), `${name}.More.cs`].join("/"),
        `namespace ${space}\n{\npublic partial class ${name} { public static int More() { return ${id}; } }\n}\n`,
      );
    }
  }
  const calls = mains.map((name) => `        global::${name}.Show();`).join("\n");
  files.set(
    "Program.cs",
    `namespace Orchard\n{\n  public static class Program\n  {\n    public static void Main()\n    {\n${calls}\n    }\n  }\n}\n`,
  );
  files.set(
    "Orchard.csproj",
    `<Project Sdk="Microsoft.NET.Sdk">\n  <PropertyGroup>\n    <OutputType>Exe</OutputType>\n    <RootNamespace>Orchard</RootNamespace>\n    <UseWPF>true</UseWPF>\n  </PropertyGroup>\n</Project>\n`,
  );
  return files;
}
