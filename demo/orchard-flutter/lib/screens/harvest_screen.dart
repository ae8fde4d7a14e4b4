import 'package:flutter/material.dart';
import '../state/harvest_state.dart';
import '../widgets/empty_note.dart';
import '../widgets/harvest_chart.dart';
import '../widgets/harvest_row.dart';

/// What was picked this season.
class HarvestScreen extends StatelessWidget {
  const HarvestScreen({super.key});

  @override
  Widget build(BuildContext context) {
    return Scaffold(appBar: AppBar(title: const Text('Harvest')), body: Column(children: [Image.asset('assets/images/harvest.png'), const EmptyNote('Nothing picked yet.')]));
  }
}
