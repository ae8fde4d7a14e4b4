import 'package:flutter/material.dart';
import '../helpers/app_messages.dart';
import '../models/shift.dart';
import '../models/swap.dart';
import '../state/swap_state.dart';
import '../widgets/swap_offer.dart';

/// Shifts that look for somebody else.
class SwapsScreen extends StatelessWidget {
  const SwapsScreen({super.key});

  @override
  Widget build(BuildContext context) {
    return Scaffold(appBar: AppBar(title: const Text('Swaps')), body: SwapOffer(Swap(shift: Shift(day: DateTime(2026, 9, 12), helper: 'Ines')), onTaken: () => showMessage('Thank you')));
  }
}
