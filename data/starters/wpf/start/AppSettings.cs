using System;

namespace «namespace»;

/// <summary>What differs between machines. Secrets belong into secrets.json, which is kept out of version control.</summary>
public static class AppSettings
{
    public static readonly Uri Server = new("https://localhost/api/");
}
