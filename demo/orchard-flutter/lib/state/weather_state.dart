import 'package:flutter/foundation.dart';
import '../models/forecast.dart';
import '../services/weather_service.dart';

/// The weather over the orchard.
class WeatherState extends ChangeNotifier {
  WeatherState(this._service);

  final WeatherService _service;
  List<Forecast> _days = const [];

  List<Forecast> get days => _days;

  Future<void> load() async {
    _days = await _service.week();
    notifyListeners();
  }
}
