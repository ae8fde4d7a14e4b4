namespace «namespace»;

/// <summary>«Title».</summary>
public static class «Stem»
{
}
