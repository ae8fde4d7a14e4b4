import 'package:flutter/material.dart';
import '../theme/colors.dart';

/// Says that there is nothing to see yet.
class EmptyNote extends StatelessWidget {
  const EmptyNote(this.text, {super.key});

  final String text;

  @override
  Widget build(BuildContext context) => Text(text, style: const TextStyle(color: AppColors.text));
}
