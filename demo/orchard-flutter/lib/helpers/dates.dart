/// `2026-09-12` as a day.
DateTime dayOf(String text) => DateTime.parse(text);

/// A day as people write it.
String shortDay(DateTime day) => '${day.day}.${day.month}.';
