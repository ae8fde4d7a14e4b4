import 'package:flutter/widgets.dart';

/// «Title».
class «Stem» extends StatelessWidget {
  const «Stem»({super.key, this.child});

  final Widget? child;

  @override
  Widget build(BuildContext context) => Container(child: child);
}
