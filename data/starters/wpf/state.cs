using System.ComponentModel;
using System.Runtime.CompilerServices;

namespace «namespace»;

/// <summary>«Title»: what is known, and who is told when it changes.</summary>
public sealed class «Stem» : INotifyPropertyChanged
{
    private bool isBusy;

    public event PropertyChangedEventHandler? PropertyChanged;

    public bool IsBusy
    {
        get => isBusy;
        set
        {
            isBusy = value;
            Changed();
        }
    }

    private void Changed([CallerMemberName] string? name = null) =>
        PropertyChanged?.Invoke(this, new PropertyChangedEventArgs(name));
}
