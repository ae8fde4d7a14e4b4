import { expect, test, vi } from "vitest";
import { render } from "test-render";
import { Button } from "./Button";

test("a button is pressed", () => {
  const onPress = vi.fn(() => undefined);
  render(<Button onPress={onPress}>Pick</Button>).press("Pick");
  expect(onPress).toHaveBeenCalledWith();
});
