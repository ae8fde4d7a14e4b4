using System.Collections.Generic;
using Orchard.Models;
using Orchard.Services;

namespace Orchard.ViewModels
{
    public class RotaViewModel
    {
        private readonly RotaService rota = new RotaService();

        public IReadOnlyList<Shift> Shifts => rota.Load();
    }
}
