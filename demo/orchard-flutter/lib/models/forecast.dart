/// The weather of one day.
final class Forecast {
  const Forecast({required this.day, required this.celsius, required this.rain});

  final DateTime day;
  final double celsius;
  final bool rain;
}
