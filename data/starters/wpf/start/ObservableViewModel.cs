using System.Collections.Generic;
using System.ComponentModel;
using System.Runtime.CompilerServices;

namespace «namespace»;

/// <summary>A view-model that tells its view what has changed.</summary>
public abstract class ObservableViewModel : INotifyPropertyChanged
{
    public event PropertyChangedEventHandler? PropertyChanged;

    protected void Set<Value>(ref Value field, Value value, [CallerMemberName] string? name = null)
    {
        if (EqualityComparer<Value>.Default.Equals(field, value)) return;
        field = value;
        PropertyChanged?.Invoke(this, new PropertyChangedEventArgs(name));
    }
}
