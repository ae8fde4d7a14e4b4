/// How long a message stays, and how long the server may take.
const messageTime = Duration(seconds: 5);
const requestTime = Duration(seconds: 20);
