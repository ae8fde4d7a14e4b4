import 'package:flutter/material.dart';
import '«from colors»';

final appTheme = ThemeData(
  colorScheme: ColorScheme.fromSeed(seedColor: AppColors.accent, surface: AppColors.page, error: AppColors.problem),
);
