/** The part of vuex that the app uses: the package's manifest does not lead a bundler to its own types. */
export interface Module<S, _R> {
  namespaced?: boolean;
  state: () => S;
  mutations: Record<string, (state: S, payload: never) => void>;
}
export interface Store<S> {
  install(app: unknown): void;
  state: S;
  commit(type: string, payload?: unknown): void;
}
export function createStore<S>(options: { modules: { [Key in keyof S]: Module<S[Key], S> } }): Store<S>;
export function useStore<S>(): Store<S>;
