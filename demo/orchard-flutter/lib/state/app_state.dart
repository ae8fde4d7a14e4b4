import 'package:flutter/widgets.dart';

/// What the whole app knows.
class AppState extends ChangeNotifier {
  bool _busy = false;

  bool get busy => _busy;

  set busy(bool value) {
    _busy = value;
    notifyListeners();
  }
}

/// Gives the state of the app to everything below it.
class AppStateProvider extends InheritedNotifier<AppState> {
  const AppStateProvider({super.key, required AppState super.notifier, required super.child});

  static AppState of(BuildContext context) =>
      context.dependOnInheritedWidgetOfExactType<AppStateProvider>()!.notifier!;
}
