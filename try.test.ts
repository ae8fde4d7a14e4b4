import { test } from "vitest";
import { MemoryStore, openProject, planMoves, understandMove, applyPlan, undo, type ProjectPath } from "./src/core/index.js";
test("x", async () => {
  const store = new MemoryStore({
    "tsconfig.json": `{ "compilerOptions": { "paths": { "@/*": ["./src/*"] } } }`,
    "src/App.tsx": `import { Card } from './components/Card';\nimport t from "@/components/Card.module.css";\nconst L = lazy(() => import('./screens/Home'));`,
    "src/components/Card.tsx": `import s from './Card.module.css';\nimport { x } from '../helpers';`,
    "src/components/Card.module.css": `.a{}`,
    "src/components/Card.test.tsx": `vi.mock('../helpers', () => ({}));\nimport { Card } from './Card'`,
    "src/helpers/index.ts": `export const x = 1;`,
    "src/screens/Home.tsx": `import { Card } from '../components/Card';`,
  });
  const before = store.snapshot();
  const project = await openProject(store);
  const moves = understandMove(project.tree, { from: ["src/components/Card.tsx" as ProjectPath], to: "src/features/trees" as ProjectPath, into: true, alone: false });
  const plan = await planMoves(project, moves);
  console.log(JSON.stringify({ ...plan, texts: undefined }, null, 1));
  const caller = { pid: 1, host: "h", now: () => new Date(0), isAlive: () => false };
  console.log(applyPlan({ store, tree: project.tree, plan, command: "m", acceptDifferent: false, caller }));
  console.log(Object.keys(store.snapshot()).join("\n"));
  undo(store, caller);
  const s = store.snapshot();
  for (const k of Object.keys(s)) if (k.startsWith(".steady")) delete s[k];
  console.log(JSON.stringify(s) === JSON.stringify(before));
});
