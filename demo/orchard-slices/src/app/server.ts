import harvest from "../features/harvest/mock.json";
import rota from "../features/rota/mock.json";
import trees from "../features/trees/mock.json";

/** What the mocked server answers, by path. */
export const answers: Readonly<Record<string, unknown>> = {
  "/api/harvest": harvest,
  "/api/rota": rota,
  "/api/trees": trees,
};
