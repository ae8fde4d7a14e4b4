import 'package:flutter/material.dart';
import '../constants/asset_names.dart';
import '../models/tree.dart';
import '../state/tree_state.dart';
import '../widgets/harvest_chart.dart';

/// One tree, and what it has borne.
class TreeDetailScreen extends StatelessWidget {
  const TreeDetailScreen({super.key});

  @override
  Widget build(BuildContext context) {
    return Scaffold(appBar: AppBar(title: const Text('A tree')), body: Column(children: [Image.asset(AssetNames.tree), const HarvestChart([])]));
  }
}
