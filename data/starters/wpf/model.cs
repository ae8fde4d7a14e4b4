namespace «namespace»;

/// <summary>One of «title».</summary>
public sealed record «Stem»(string Id);
