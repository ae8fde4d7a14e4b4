import 'package:orchard_units/orchard_units.dart';

/// A weight as people read it.
String weightText(Kilograms weight) => '${weight.value} kg';
