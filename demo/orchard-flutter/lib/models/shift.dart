/// Somebody's hours in the orchard.
final class Shift {
  const Shift({required this.day, required this.helper, this.hours = 2});

  final DateTime day;
  final String helper;
  final int hours;
}
