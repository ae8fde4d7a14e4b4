import 'package:flutter/material.dart';
import '../helpers/dates.dart';
import '../helpers/weights.dart';
import '../models/harvest.dart';

/// One day's harvest of a tree.
class HarvestRow extends StatelessWidget {
  const HarvestRow(this.harvest, {super.key});

  final Harvest harvest;

  @override
  Widget build(BuildContext context) {
    return Row(children: [Text(shortDay(harvest.day)), Text(weightText(harvest.weight))]);
  }
}
