import 'package:flutter/material.dart';
import '../models/shift.dart';
import '../state/rota_state.dart';
import '../widgets/rota_day.dart';

/// Who helps when.
class RotaScreen extends StatelessWidget {
  const RotaScreen({super.key});

  @override
  Widget build(BuildContext context) {
    return Scaffold(appBar: AppBar(title: const Text('Rota')), body: RotaDay(Shift(day: DateTime(2026, 9, 12), helper: 'Ines')));
  }
}
