import 'package:flutter/material.dart';
import '«from messages»';
import '«from routes»';
import '«from theme»';

void main() => runApp(const App());

/// The whole app.
class App extends StatelessWidget {
  const App({super.key});

  @override
  Widget build(BuildContext context) {
    return MaterialApp(theme: appTheme, routes: routes, scaffoldMessengerKey: messengerKey);
  }
}
