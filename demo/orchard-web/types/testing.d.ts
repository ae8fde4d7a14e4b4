/** As much of the test runner's types as this app uses. */
declare module "vitest" {
  interface Expectation {
    toBe(value: unknown): void;
    toEqual(value: unknown): void;
    toContain(value: unknown): void;
    toHaveBeenCalledWith(...values: unknown[]): void;
  }
  export function describe(name: string, body: () => void): void;
  export function test(name: string, body: () => void | Promise<void>): void;
  export function expect(value: unknown): Expectation;
  export const vi: {
    fn<Call extends (...values: never[]) => unknown>(call?: Call): Call;
    mock(path: string, factory?: () => unknown): void;
    importActual<Module>(path: string): Promise<Module>;
  };
}
declare module "test-render" {
  export function render(node: import("react").ReactNode): { text(): string; press(name: string): void };
}
