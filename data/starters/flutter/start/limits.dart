/// How long a message stays.
const messageTime = Duration(seconds: 5);
