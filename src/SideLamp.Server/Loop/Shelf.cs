using System.Collections.Concurrent;
using System.Collections.Immutable;
using SideLamp.Core;
using SideLamp.Core.Templates;

namespace SideLamp.Server.Loop;

/// <summary>A template and the file it was read from.</summary>
public sealed record ShelfTemplate(Template Template, string Source);

/// <summary>The bundled templates.</summary>
public sealed class Shelf
{
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

            Templates = Templates.Add(template.Value.Id, new ShelfTemplate(template.Value, source));
        }
    }

    public ImmutableSortedDictionary<TemplateId, ShelfTemplate> Templates { get; } =
        ImmutableSortedDictionary.Create<TemplateId, ShelfTemplate>(Comparer<TemplateId>.Create((one, other) => string.CompareOrdinal(one.Value, other.Value)));

    public ShelfTemplate? Find(TemplateId id) => Templates.GetValueOrDefault(id);

    /// <summary>The template of a look, which may be older than the one on the shelf.</summary>
    public Template Read(string source) => _read.GetOrAdd(source, text => TemplateReader.Read(text).OrThrow());
}
