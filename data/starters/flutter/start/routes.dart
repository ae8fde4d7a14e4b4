import 'package:flutter/material.dart';
// steady-shelf: imports

/// Every screen, by its path.
final routes = <String, WidgetBuilder>{
  '/': (context) => const Scaffold(body: Center(child: Text('Welcome'))),
  // steady-shelf: routes
};

/// Shows another screen; gives what it closes with.
Future<Result?> goTo<Result>(BuildContext context, String path) => Navigator.of(context).pushNamed<Result>(path);

/// Shows a screen instead of all that are open: after signing in or out.
void startAt(BuildContext context, String path) {
  Navigator.of(context).pushNamedAndRemoveUntil(path, (route) => false);
}
