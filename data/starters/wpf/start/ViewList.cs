using System;
using System.Collections.Generic;
using System.Windows.Controls;

namespace «namespace»;

/// <summary>Every view that people can go to, by its title.</summary>
public static class ViewList
{
    public static readonly IReadOnlyDictionary<string, Func<Control>> Views = new Dictionary<string, Func<Control>>
    {
        // steady-shelf: views
    };
}
