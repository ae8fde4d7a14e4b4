import 'package:flutter/material.dart';
import 'package:pippin_row/theme/app_theme.dart';

/// A widget in an app, as it will be seen.
Widget inApp(Widget widget) => MaterialApp(theme: appTheme, home: Scaffold(body: widget));
