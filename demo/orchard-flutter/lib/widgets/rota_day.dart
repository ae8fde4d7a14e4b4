import 'package:flutter/material.dart';
import '../helpers/dates.dart';
import '../models/shift.dart';

/// Who is there on one day.
class RotaDay extends StatelessWidget {
  const RotaDay(this.shift, {super.key});

  final Shift shift;

  @override
  Widget build(BuildContext context) => Text('${shortDay(shift.day)} ${shift.helper}');
}
