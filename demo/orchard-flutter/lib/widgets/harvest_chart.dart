import 'package:flutter/material.dart';
import '../models/harvest.dart';
import '../theme/colors.dart';

/// The harvest of a season as bars.
class HarvestChart extends StatelessWidget {
  const HarvestChart(this.entries, {super.key});

  final List<Harvest> entries;

  @override
  Widget build(BuildContext context) {
    return Row(
      children: [
        for (final entry in entries)
          Container(width: 8, height: entry.weight.value.toDouble(), color: AppColors.accent),
      ],
    );
  }
}
