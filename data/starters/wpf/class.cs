namespace «namespace»;

/// <summary>«Title».</summary>
public sealed class «Stem»
{
}
