import '../helpers/dates.dart';
import '../models/forecast.dart';
import 'http_service.dart';

/// Asks what the weather will be.
final class WeatherService {
  const WeatherService(this._http);

  final HttpService _http;

  Future<List<Forecast>> week() async {
    final found = await _http.getJson('/weather') as List<dynamic>;
    return [
      for (final each in found)
        Forecast(day: dayOf(each['day'] as String), celsius: each['celsius'] as double, rain: each['rain'] as bool),
    ];
  }
}
