using System.Collections.Concurrent;
using System.Collections.Immutable;
using System.Security.Cryptography;
using System.Text;
using SideLamp.Core;
using SideLamp.Core.Shows;
using SideLamp.Core.Templates;

namespace SideLamp.Server.Loop;

/// <summary>A template and the file it was read from.</summary>
public sealed record ShelfTemplate(Template Template, string Source)
{
    /// <summary>Differs when the file differs, in every run of the server.</summary>
    public string Version { get; } = Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(Source)))[..12];
}

/// <summary>The bundled templates, and beside them a show's own.</summary>
public sealed class Shelf
{
    private const int MostRemembered = 2000;
    private readonly ConcurrentDictionary<string, Template> _read = new();

    /// <exception cref="InvalidDataException">A bundled template is faulty; the message says which and why.</exception>
    public Shelf(string folder)
    {
        foreach (var file in Directory.EnumerateFiles(folder, "*.json").Order(StringComparer.Ordinal))
        {
            var source = File.ReadAllText(file);
            var template = TemplateReader.Read(source);
            if (template.Value is null)
            {
                throw new InvalidDataException($"{Path.GetFileName(file)}: {template.Faults[0].Path} {template.Faults[0].Message}");
            }

            Bundled = Bundled.Add(template.Value.Id, new ShelfTemplate(template.Value, source));
        }
    }

    public ImmutableSortedDictionary<TemplateId, ShelfTemplate> Bundled { get; } =
        ImmutableSortedDictionary.Create<TemplateId, ShelfTemplate>(Comparer<TemplateId>.Create((one, other) => string.CompareOrdinal(one.Value, other.Value)));

    /// <summary>All that the shelf holds for a show: its own first.</summary>
    public IEnumerable<ShelfTemplate> Of(Show show) => show.OwnTemplates.Select(own => new ShelfTemplate(Read(own.Source), own.Source)).Concat(Bundled.Values);

    public ShelfTemplate? Find(Show show, TemplateId id) =>
        show.OwnTemplates.FirstOrDefault(own => own.Id == id) is { } own ? new ShelfTemplate(Read(own.Source), own.Source) : Bundled.GetValueOrDefault(id);

    /// <summary>The template of a look, which may be older than the one on the shelf.</summary>
    public Template Read(string source)
    {
        if (_read.Count > MostRemembered)
        {
            _read.Clear();
        }

        return _read.GetOrAdd(source, text => TemplateReader.Read(text).OrThrow());
    }
}
