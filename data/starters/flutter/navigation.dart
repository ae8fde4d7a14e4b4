/// Links of "«title»": a path and a title each.
const «camel» = <String, String>{};
