import 'package:flutter/material.dart';
// steady-shelf: imports

/// Every screen, by its path.
final routes = <String, WidgetBuilder>{
  '/': (context) => const Scaffold(body: Center(child: Text('Welcome'))),
  // steady-shelf: routes
};
