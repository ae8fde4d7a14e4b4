import '../models/harvest.dart';
import 'http_service.dart';

/// The server's part in harvests.
final class HarvestService {
  const HarvestService(this._http);

  final HttpService _http;

  Future<List<Harvest>> harvests() async {
    final found = await _http.getJson('/harvests') as List<dynamic>;
    return [for (final each in found) Harvest.fromJson(each as Map<String, dynamic>)];
  }
}
