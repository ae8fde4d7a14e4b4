import 'package:flutter/painting.dart';

/// Named after what they are for, not after how they look.
abstract final class AppColors {
  static const text = Color(0xFF26332B);
  static const page = Color(0xFFFBFAF5);
  static const accent = Color(0xFF2F6B45);
  static const problem = Color(0xFFA1322A);
}
