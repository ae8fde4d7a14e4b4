/// «Title».
enum «Stem» {}
