import 'package:flutter/material.dart';

/// A button that can be busy.
class AppButton extends StatelessWidget {
  const AppButton({super.key, required this.label, required this.onPressed, this.busy = false});

  final String label;
  final bool busy;
  final VoidCallback onPressed;

  @override
  Widget build(BuildContext context) {
    return FilledButton(onPressed: busy ? null : onPressed, child: Text(busy ? '…' : label));
  }
}
