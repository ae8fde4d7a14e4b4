import '../helpers/dates.dart';
import '../models/shift.dart';
import '../models/swap.dart';
import 'http_service.dart';

/// The server's part in swaps.
final class SwapService {
  const SwapService(this._http);

  final HttpService _http;

  Future<List<Swap>> swaps() async {
    final found = await _http.getJson('/swaps') as List<dynamic>;
    return [
      for (final each in found)
        Swap(shift: Shift(day: dayOf(each['day'] as String), helper: each['helper'] as String)),
    ];
  }
}
