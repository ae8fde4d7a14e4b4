import 'package:flutter/material.dart';
import '«from colors»';
import '«from limits»';

final messengerKey = GlobalKey<ScaffoldMessengerState>();

/// Says to the person in front of the app that something is done.
void showSuccess(String text) => _show(text, AppColors.accent);

/// Says that something went wrong, and what to do about it.
void showProblem(String text) => _show(text, AppColors.problem);

void _show(String text, Color color) {
  messengerKey.currentState?.showSnackBar(
    SnackBar(content: Text(text), backgroundColor: color, duration: messageTime),
  );
}
