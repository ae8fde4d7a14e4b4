jest.mock("../services/harvest");

import Icon from "./Icon";

test("an icon is there", () => {
  expect(Icon).toBeDefined();
});
