using System.Reflection;
using System.Text.RegularExpressions;

namespace SideLamp.Core.Tests;

public sealed partial class ArchitectureTests
{
    private static readonly string[] Foreign = ["Microsoft.AspNetCore", "Microsoft.Data", "System.Net", "System.Data", "SideLamp."];

    [Fact]
    public void The_core_references_no_project_no_web_no_database_and_no_network()
    {
        var references = typeof(Box).Assembly.GetReferencedAssemblies().Select(reference => reference.Name!);
        Assert.DoesNotContain(references, name => Foreign.Any(foreign => name.StartsWith(foreign, StringComparison.Ordinal)));
    }

    [Fact]
    public void The_core_reads_no_clock_and_no_file()
    {
        var sources = Directory.EnumerateFiles(Path.Combine(Root(), "src", "SideLamp.Core"), "*.cs", SearchOption.AllDirectories)
            .Where(path => !path.Contains($"{Path.DirectorySeparatorChar}obj{Path.DirectorySeparatorChar}", StringComparison.Ordinal))
            .ToList();
        Assert.NotEmpty(sources);
        Assert.DoesNotContain(sources, path => ClockOrFile().IsMatch(File.ReadAllText(path)));
    }

    /// <summary>The folder of the whole project.</summary>
    internal static string Root()
    {
        var folder = new DirectoryInfo(AppContext.BaseDirectory);
        while (!File.Exists(Path.Combine(folder.FullName, "SideLamp.slnx")))
        {
            folder = folder.Parent ?? throw new DirectoryNotFoundException("The tests do not lie within the project.");
        }

        return folder.FullName;
    }

    [GeneratedRegex(@"\b(DateTime(Offset)?\.(Utc)?Now|SystemClock|Stopwatch|TimeProvider|File\.|Directory\.|FileStream|HttpClient)")]
    private static partial Regex ClockOrFile();
}
