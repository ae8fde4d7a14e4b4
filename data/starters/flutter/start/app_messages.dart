import 'package:flutter/material.dart';
import '«from limits»';

final messengerKey = GlobalKey<ScaffoldMessengerState>();

/// Says to the person in front of the app that something is done.
void showSuccess(String text) => _show(text, (colors) => colors.primary);

/// Says that something went wrong, and what to do about it.
void showProblem(String text) => _show(text, (colors) => colors.error);

void _show(String text, Color Function(ColorScheme colors) pick) {
  final messenger = messengerKey.currentState;
  if (messenger == null) return;
  final color = pick(Theme.of(messenger.context).colorScheme);
  messenger.showSnackBar(SnackBar(content: Text(text), backgroundColor: color, duration: messageTime));
}
