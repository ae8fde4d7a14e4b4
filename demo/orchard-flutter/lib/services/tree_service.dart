import '../models/tree.dart';
import 'http_service.dart';

/// The server's part in trees.
final class TreeService {
  const TreeService(this._http);

  final HttpService _http;

  Future<List<Tree>> trees() async {
    final found = await _http.getJson('/trees') as List<dynamic>;
    return [for (final each in found) Tree.fromJson(each as Map<String, dynamic>)];
  }
}
