import 'package:flutter/material.dart';

/// The frame "«title»" around screens: what it shows above, in the middle, below.
class «Stem» extends StatelessWidget {
  const «Stem»({super.key, this.header, required this.child, this.footer});

  final PreferredSizeWidget? header;
  final Widget child;
  final Widget? footer;

  @override
  Widget build(BuildContext context) =>
      Scaffold(appBar: header, body: child, bottomNavigationBar: footer);
}
