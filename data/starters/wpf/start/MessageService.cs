using System.Windows;

namespace «namespace»;

/// <summary>Short messages to the person in front of the app.</summary>
public sealed class MessageService
{
    public void Show(string text) => MessageBox.Show(text);
}
