import 'package:flutter/material.dart';

/// A button. While it is busy it turns, and cannot be pressed again.
class AppButton extends StatelessWidget {
  const AppButton({
    super.key,
    required this.label,
    required this.onPressed,
    this.quiet = false,
    this.busy = false,
  });

  final String label;
  final bool quiet;
  final bool busy;
  final VoidCallback onPressed;

  @override
  Widget build(BuildContext context) {
    final child = busy
        ? const SizedBox.square(dimension: 16, child: CircularProgressIndicator(strokeWidth: 2))
        : Text(label);
    final pressed = busy ? null : onPressed;
    return quiet
        ? TextButton(onPressed: pressed, child: child)
        : FilledButton(onPressed: pressed, child: child);
  }
}
