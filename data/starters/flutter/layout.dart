import 'package:flutter/material.dart';

/// The frame "«title»" around screens.
class «Stem» extends StatelessWidget {
  const «Stem»({super.key, required this.child});

  final Widget child;

  @override
  Widget build(BuildContext context) => Scaffold(body: child);
}
