using System;
using System.Collections.Generic;
using System.Windows.Controls;
using Orchard.Views;

namespace Orchard.Navigation
{
    /// <summary>The pages that people can go to, by their titles.</summary>
    public static class PageList
    {
        public static readonly IReadOnlyDictionary<string, Func<Page>> Pages = new Dictionary<string, Func<Page>>
        {
            ["Trees"] = () => new TreesPage(),
            ["Rota"] = () => new RotaPage(),
        };
    }
}
