import 'package:flutter/material.dart';
import '../constants/asset_names.dart';
import '../models/tree.dart';

/// One tree in a list.
class TreeCard extends StatelessWidget {
  const TreeCard(this.tree, {super.key});

  final Tree tree;

  @override
  Widget build(BuildContext context) {
    return ListTile(leading: Image.asset(AssetNames.tree), title: Text(tree.variety), subtitle: Text('Row ${tree.row}'));
  }
}
