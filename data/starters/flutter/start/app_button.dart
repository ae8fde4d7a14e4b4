import 'package:flutter/material.dart';

class AppButton extends StatelessWidget {
  const AppButton({super.key, required this.label, required this.onPressed, this.quiet = false});

  final String label;
  final bool quiet;
  final VoidCallback onPressed;

  @override
  Widget build(BuildContext context) {
    final text = Text(label);
    return quiet
        ? TextButton(onPressed: onPressed, child: text)
        : FilledButton(onPressed: onPressed, child: text);
  }
}
