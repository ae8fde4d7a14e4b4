/// «Title».
String «camel»(String value) => value;
