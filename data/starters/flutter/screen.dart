import 'package:flutter/material.dart';

/// The screen "«Title»".
class «Stem» extends StatelessWidget {
  const «Stem»({super.key});

  @override
  Widget build(BuildContext context) {
    return Scaffold(appBar: AppBar(title: const Text('«Title»')));
  }
}
