import 'package:flutter/material.dart';
import 'package:pippin_row/models/tree.dart';
import 'package:pippin_row/widgets/tree_card.dart';

/// All trees of the orchard.
class TreesScreen extends StatelessWidget {
  const TreesScreen({super.key});

  @override
  Widget build(BuildContext context) {
    return Scaffold(appBar: AppBar(title: const Text('Trees')), body: const TreeCard(Tree(id: 't1', variety: 'Pippin', row: 1)));
  }
}
