import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { loadPathsIn, readCommand } from "./commands.js";

const told = (command: string): string[] =>
  readCommand(command).map(
    ({ form, value, inside }) => `${form} ${inside === undefined ? "" : `${inside} > `}${value}`,
  );

describe("the paths in a command", () => {
  test.each<[string, string[]]>([
    ["sass src/main.scss dist/main.css", ["sheets src/main.scss", "place dist/main.css"]],
    ["sass --no-source-map --style compressed scss/:css/", ["sheets scss/", "place css/"]],
    ["sass --watch scss:css", ["watched sheets scss", "place css"]],
    [
      "npx sass -w --load-path=lib -Ivendor scss:css",
      ["load path lib", "load path vendor", "watched sheets scss", "place css"],
    ],
    ["sass -I lib a.scss", ["load path lib", "sheets a.scss"]],
    ["SASS_PATH=lib:vendor/css sass a.scss", ["load path lib", "load path vendor/css", "sheets a.scss"]],
    ["./node_modules/.bin/sass a.scss b.css", ["sheets a.scss", "place b.css"]],
    ["node-sass --source-map-contents true --precision 6 scss/ -o css/", ["sheets scss/", "place css/"]],
    ["node-sass --output-style expanded --include-path lib scss -o css", ["load path lib", "sheets scss", "place css"]],
    [
      "lessc --include-path=lib:more main.less main.css",
      ["load path lib", "load path more", "files main.less", "place main.css"],
    ],
    [
      "postcss -u autoprefixer css/*.css !css/*.min.css -d dist",
      ["files css/*.css", "files !css/*.min.css", "place dist"],
    ],
    ["cd src && sass main.scss ../main.css", ["place src", "sheets src > main.scss", "place src > ../main.css"]],
    ["cd src/ ; cd scss && sass a.scss", ["place src/", "place src > scss", "sheets src/scss > a.scss"]],
    ["(cd src && sass a.scss) && sass b.scss", ["place src", "sheets src > a.scss", "sheets b.scss"]],
    ["cd $OUT && sass a.scss", []],
    ["cd - && sass a.scss", []],
    ["cd .. && cd app && sass a.scss", ["place ..", "place .. > app", "sheets ../app > a.scss"]],
    [
      String.raw`nodemon --watch scss -e scss --exec \"sass scss/a.scss css/a.css\"`,
      ["watched scss", "sheets scss/a.scss", "place css/a.css"],
    ],
    [`chokidar "scss/**/*.scss" "!scss/old/**" -c "npm run css"`, ["watched scss/**/*.scss", "watched !scss/old/**"]],
    ["onchange 'scss/*.scss' -- sass scss/a.scss a.css", ["watched scss/*.scss", "sheets scss/a.scss", "place a.css"]],
    [`watch "npm run css" scss`, ["watched scss"]],
    [
      `concurrently "sass --watch scss:css" 'cd web && lessc a.less'`,
      ["watched sheets scss", "place css", "place web", "files web > a.less"],
    ],
    ["cpx 'img/**/*.png' dist", ["files img/**/*.png", "place dist"]],
    ["cpy '**/*.png' ../dist --cwd=img", ["files img > **/*.png", "place img > ../dist"]],
    [
      "copyfiles -u 1 -e old/*.png img/*.png fonts/*.woff dist",
      ["files old/*.png", "files img/*.png", "files fonts/*.woff", "place dist"],
    ],
    ["live-server --watch=css,index.html --port=3000 site", ["watched css", "watched index.html", "place site"]],
    ["node build/less.js && eslint 'src/**'", ["judged build/less.js", "judged src/**"]],
    ["run-s lint build", []],
    ["npm --prefix client run css && sass a.scss", ["place client", "sheets a.scss"]],
    ["npm run css --prefix=client && npm ci --prefix web", ["place client", "place web"]],
    ["pnpm -C client exec sass a.scss b.css", ["place client", "sheets client > a.scss", "place client > b.css"]],
    ['yarn --cwd="client" sass scss:css', ["place client", "sheets client > scss", "place client > css"]],
    ["npx -p sass -- sass scss:css", ["sheets scss", "place css"]],
    ["npm --prefix $OUT exec -- sass a.scss", []],
    ["dotenv -e ./.env -- sass a.scss", ["judged ./.env", "sheets a.scss"]],
    ["sass https://example.org/a.scss", []],
  ])("%s", (command, wanted) => {
    expect(told(command)).toEqual(wanted);
  });
});

test.each<[string, string[]]>([
  ["sass --load-path=lib a.scss", ["lib"]],
  ["cd web && sass -I ../lib -I own a.scss", ["lib", "web/own"]],
  ["npm run css", []],
])("where %s looks for sheets", (command, wanted) => {
  expect(loadPathsIn(command)).toEqual(wanted);
});

test("law: whatever a command says, each path stands at its offset, and nothing is read twice", () => {
  const word = fc.constantFrom(
    ...[
      "sass",
      "cd",
      "scss",
      "a/b.scss",
      "--watch",
      "-I",
      "&&",
      "(",
      ")",
      ";",
      '"a b/c"',
      "'x",
      '\\"',
      "x:y",
      "..",
      "*",
      "=",
      "$A",
      "é",
    ],
  );
  fc.assert(
    fc.property(fc.array(word, { maxLength: 12 }), fc.constantFrom(" ", ""), (words, blank) => {
      const command = words.join(blank);
      const found = readCommand(command);
      for (const { value, offset } of found) expect(command.slice(offset, offset + value.length)).toBe(value);
      const places = found.map(({ offset }) => offset);
      expect(new Set(places).size).toBe(places.length);
    }),
    { seed: 5, numRuns: 400 },
  );
});
