import 'package:flutter/material.dart';
import '../constants/limits.dart';

final messengerKey = GlobalKey<ScaffoldMessengerState>();

/// Shows a short message to the person in front of the app.
void showMessage(String text) {
  messengerKey.currentState?.showSnackBar(SnackBar(content: Text(text), duration: messageTime));
}
