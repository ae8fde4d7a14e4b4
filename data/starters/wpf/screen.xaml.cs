using «controls»;
«takes-in?»using «view-models»;

namespace «namespace»;

/// <summary>«Title».</summary>
public partial class «Stem» : «root»
{
«bound-none?»    public «Stem»() => InitializeComponent();
«bound-in-markup?»    public «Stem»() => InitializeComponent();
«bound-by-name?»    public «Stem»() => InitializeComponent();
«bound-in-code?»    public «Stem»()
«bound-in-code?»    {
«bound-in-code?»        InitializeComponent();
«bound-in-code?»        DataContext = new «view-model»();
«bound-in-code?»    }
«bound-given?»    public «Stem»(«view-model» viewModel)
«bound-given?»    {
«bound-given?»        InitializeComponent();
«bound-given?»        DataContext = viewModel;
«bound-given?»    }
}
