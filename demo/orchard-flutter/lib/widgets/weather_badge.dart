import 'package:flutter/material.dart';
import '../models/forecast.dart';

/// The weather of a day in one small picture.
class WeatherBadge extends StatelessWidget {
  const WeatherBadge(this.forecast, {super.key});

  final Forecast forecast;

  @override
  Widget build(BuildContext context) {
    return Row(children: [Image.asset('assets/images/weather.png'), Text('${forecast.celsius.round()}°')]);
  }
}
