import 'package:orchard_units/orchard_units.dart';

/// What was picked from one tree on one day.
final class Harvest {
  const Harvest({required this.treeId, required this.day, required this.weight});

  factory Harvest.fromJson(Map<String, dynamic> json) => Harvest(
        treeId: json['tree'] as String,
        day: DateTime.parse(json['day'] as String),
        weight: Kilograms(json['kilograms'] as num),
      );

  final String treeId;
  final DateTime day;
  final Kilograms weight;
}
