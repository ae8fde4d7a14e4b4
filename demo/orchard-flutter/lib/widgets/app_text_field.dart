import 'package:flutter/material.dart';

/// A text field with its label.
class AppTextField extends StatelessWidget {
  const AppTextField({super.key, required this.label, required this.onChanged});

  final String label;
  final ValueChanged<String> onChanged;

  @override
  Widget build(BuildContext context) {
    return TextField(decoration: InputDecoration(labelText: label), onChanged: onChanged);
  }
}
