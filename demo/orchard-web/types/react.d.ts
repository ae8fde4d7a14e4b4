/** As much of React's types as this app uses, so that it type-checks without a download. */
declare module "react" {
  export type ReactNode = string | number | boolean | null | undefined | JSX.Element | ReactNode[];
  export type Dispatch<Action> = (action: Action) => void;
  export type Reducer<State, Action> = (state: State, action: Action) => State;
  export type ComponentType<Props = object> = (props: Props) => JSX.Element | null;
  export interface Context<Value> {
    Provider: ComponentType<{ value: Value; children?: ReactNode }>;
  }
  export function useState<State>(): [State | undefined, Dispatch<State | undefined>];
  export function useState<State>(initial: State | (() => State)): [State, Dispatch<State | ((before: State) => State)>];
  export function useReducer<State, Action>(reducer: Reducer<State, Action>, initial: State): [State, Dispatch<Action>];
  export function useEffect(effect: () => void | (() => void), inputs?: readonly unknown[]): void;
  export function useMemo<Value>(make: () => Value, inputs: readonly unknown[]): Value;
  export function useCallback<Call>(call: Call, inputs: readonly unknown[]): Call;
  export function useContext<Value>(context: Context<Value>): Value;
  export function createContext<Value>(initial: Value): Context<Value>;
  export function lazy<Props>(load: () => Promise<{ default: ComponentType<Props> }>): ComponentType<Props>;
  export const Suspense: ComponentType<{ fallback?: ReactNode; children?: ReactNode }>;
  export namespace JSX {
    interface Element {
      readonly type: unknown;
    }
    interface ElementChildrenAttribute {
      children: object;
    }
    interface IntrinsicAttributes {
      key?: string | number;
    }
    type Typed = (event: { currentTarget: { value: string } }) => void;
    interface IntrinsicElements {
      input: { value?: string; onInput?: Typed; onChange?: Typed };
      [name: string]: Record<string, unknown>;
    }
  }
}

declare module "react/jsx-runtime" {
  export { JSX } from "react";
  export function jsx(type: unknown, props: unknown): import("react").JSX.Element;
  export const jsxs: typeof jsx;
  export const Fragment: unknown;
}

declare module "react-dom/client" {
  export function createRoot(element: HTMLElement): { render(node: import("react").ReactNode): void };
}
