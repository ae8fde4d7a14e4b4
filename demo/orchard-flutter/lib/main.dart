import 'package:flutter/material.dart';
import 'helpers/app_messages.dart';
import 'navigation/routes.dart';
import 'state/app_state.dart';
import 'theme/app_theme.dart';

void main() => runApp(AppStateProvider(notifier: AppState(), child: const PippinRow()));

/// The whole app.
class PippinRow extends StatelessWidget {
  const PippinRow({super.key});

  @override
  Widget build(BuildContext context) {
    return MaterialApp(theme: appTheme, routes: routes, scaffoldMessengerKey: messengerKey);
  }
}
