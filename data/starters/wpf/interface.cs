using System.Collections.Generic;
using System.Threading.Tasks;

namespace «namespace»;

/// <summary>Where «title» comes from and goes to.</summary>
public interface «Stem»
{
    Task<IReadOnlyList<string>> Load();

    Task Save(string entry);
}
