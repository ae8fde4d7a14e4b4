import 'package:flutter/material.dart';
import '../helpers/dates.dart';
import '../models/swap.dart';
import 'app_button.dart';

/// A shift that somebody may take.
class SwapOffer extends StatelessWidget {
  const SwapOffer(this.swap, {super.key, required this.onTaken});

  final Swap swap;
  final VoidCallback onTaken;

  @override
  Widget build(BuildContext context) {
    return Row(children: [Text(shortDay(swap.shift.day)), AppButton(label: 'Take it', onPressed: onTaken)]);
  }
}
