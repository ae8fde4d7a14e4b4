using System.Collections.Generic;
using System.IO;
using System.Reflection;
using Orchard.Models;

namespace Orchard.Services
{
    public class RotaService
    {
        public IReadOnlyList<Shift> Load()
        {
            using (Stream rota = Assembly.GetExecutingAssembly().GetManifestResourceStream("Orchard.Data.rota.json"))
            {
                return new List<Shift>();
            }
        }
    }
}
