using System.Text.RegularExpressions;

namespace SideLamp.Core.Tests;

public sealed partial class ArchitectureTests
{
    private static readonly string[] Foreign = ["Microsoft.AspNetCore", "Microsoft.Data", "System.Net", "System.Data.SQL", "System.Data.Sql", "SideLamp."];

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

    [Fact]
    public void The_folders_of_the_core_form_no_circle()
    {
        var folders = Directory.EnumerateDirectories(Path.Combine(Root(), "src", "SideLamp.Core")).Select(path => Path.GetFileName(path)!).Where(name => name is not ("bin" or "obj")).ToList();
        var arrows = folders.ToDictionary(name => name, name => ArrowsFrom(name, folders));
        Assert.Contains(arrows, one => one.Value.Count > 3);
        // What points at nothing that is left is taken away, until nothing is left, or only circles are.
        while (arrows.FirstOrDefault(one => one.Value.All(to => !arrows.ContainsKey(to))).Key is { } free)
        {
            arrows.Remove(free);
        }

        Assert.Empty(arrows.Keys);
    }

    /// <summary>By what its files use, and by names that are written in full.</summary>
    private static HashSet<string> ArrowsFrom(string folder, List<string> folders) =>
        Directory
            .EnumerateFiles(Path.Combine(Root(), "src", "SideLamp.Core", folder), "*.cs")
            .Select(File.ReadAllText)
            .SelectMany(source => folders.Where(to => to != folder && Regex.IsMatch(source, $@"\bCore\.{to}\b|(?<![\w.]){to}\.[A-Z]\w+\.")))
            .ToHashSet();

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
