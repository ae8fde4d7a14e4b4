import '../helpers/dates.dart';
import '../models/shift.dart';
import 'http_service.dart';

/// The server's part in the rota.
final class RotaService {
  const RotaService(this._http);

  final HttpService _http;

  Future<List<Shift>> shifts() async {
    final found = await _http.getJson('/rota') as List<dynamic>;
    return [for (final each in found) Shift(day: dayOf(each['day'] as String), helper: each['helper'] as String)];
  }
}
