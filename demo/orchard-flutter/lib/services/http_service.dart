import 'dart:convert';
import 'package:http/http.dart' as http;
import '../config/env.dart';
import '../constants/limits.dart';

/// Asks the server.
final class HttpService {
  const HttpService();

  Future<Object?> getJson(String path) async {
    final response = await http.get(Uri.parse('$apiUrl$path')).timeout(requestTime);
    if (response.statusCode >= 400) throw StateError('$path: ${response.statusCode}');
    return jsonDecode(response.body);
  }
}
