// GENERATED CODE - DO NOT MODIFY BY HAND

part of 'tree.dart';

Tree _treeFromJson(Map<String, dynamic> json) => Tree(
      id: json['id'] as String,
      variety: json['variety'] as String,
      row: json['row'] as int,
    );

Map<String, dynamic> _treeToJson(Tree tree) => {'id': tree.id, 'variety': tree.variety, 'row': tree.row};
