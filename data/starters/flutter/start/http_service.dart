import 'dart:convert';
import 'dart:io';
import '«from env»';

/// Asks the server.
final class HttpService {
  const HttpService();

  Future<Object?> getJson(String path) async {
    final client = HttpClient();
    try {
      final request = await client.getUrl(Uri.parse('$apiUrl$path'));
      final response = await request.close();
      if (response.statusCode >= 400) throw HttpException('$path: ${response.statusCode}');
      return jsonDecode(await response.transform(utf8.decoder).join());
    } finally {
      client.close();
    }
  }
}
