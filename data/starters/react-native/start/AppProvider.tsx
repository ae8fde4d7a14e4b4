import { createContext, useContext, useEffect, useReducer, type Dispatch, type ReactNode } from "react";
import { Text, View } from "react-native";
import { messageTime } from "«from limits»";
import { onMessage } from "«from messages»";
import { messageHidden, messageShown, type AppAction } from "«from actions»";
import { appReducer } from "«from reducer»";
import { appState, type AppState } from "«from state»";

interface AppContext {
  readonly state: AppState;
  readonly dispatch: Dispatch<AppAction>;
}

const Context = createContext<AppContext | null>(null);

/** Holds the state of the whole app. */
export function AppProvider({ children }: { readonly children: ReactNode }) {
  const [state, dispatch] = useReducer(appReducer, appState);
  useEffect(
    () =>
      onMessage((message) => {
        dispatch(messageShown(message));
        setTimeout(() => dispatch(messageHidden(message.id)), messageTime);
      }),
    [],
  );
  return (
    <Context.Provider value={{ state, dispatch }}>
      {children}
      <View accessibilityLiveRegion="polite">
        {state.messages.map((message) => (
          <Text key={message.id}>{message.text}</Text>
        ))}
      </View>
    </Context.Provider>
  );
}

/** The state of the app, and the way to change it. */
export function useApp(): AppContext {
  const context = useContext(Context);
  if (!context) throw new Error("useApp is called outside of <AppProvider>.");
  return context;
}
