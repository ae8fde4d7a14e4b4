import 'package:flutter/material.dart';
import '../models/forecast.dart';
import '../state/weather_state.dart';
import '../widgets/weather_badge.dart';

/// The weather of the week.
class WeatherScreen extends StatelessWidget {
  const WeatherScreen({super.key});

  @override
  Widget build(BuildContext context) {
    return Scaffold(appBar: AppBar(title: const Text('Weather')), body: WeatherBadge(Forecast(day: DateTime(2026, 9, 12), celsius: 17.5, rain: false)));
  }
}
