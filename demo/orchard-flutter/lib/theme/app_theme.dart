import 'package:flutter/material.dart';
import 'colors.dart';

final appTheme = ThemeData(
  colorScheme: ColorScheme.fromSeed(seedColor: AppColors.accent, surface: AppColors.page, error: AppColors.problem),
);
