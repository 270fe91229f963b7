using System.Collections.Immutable;
using System.Security.Cryptography;
using System.Text;
using SideLamp.Core.Templates;

namespace SideLamp.Core.Shows;

/// <summary>A template and the file it was read from.</summary>
public sealed record ShelfTemplate(Template Template, string Source)
{
    /// <summary>Differs when the file differs, in every run of the server.</summary>
    public string Version { get; } = Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(Source)))[..12];
}

/// <summary>The bundled templates, and beside them a show's own.</summary>
public sealed class Shelf
{
    /// <summary>A template in memory takes up some four times what its source does.</summary>
    private const int BytesPerLetter = 8;

    private const long MostBytes = 64 << 20;
    private readonly Remembered<string, ShelfTemplate> _read = new(MostBytes, (source, _) => source.Length * BytesPerLetter);

    /// <param name="bundled">Files in the template format, by their names.</param>
    /// <exception cref="InvalidDataException">A bundled template is faulty; the message says which and why.</exception>
    public Shelf(IEnumerable<(string Name, string Source)> bundled)
    {
        foreach (var (name, source) in bundled)
        {
            var template = TemplateReader.Read(source);
            if (template.Value is null)
            {
                throw new InvalidDataException($"{name}: {template.Faults[0].Path} {template.Faults[0].Message}");
            }

            Bundled = Bundled.Add(template.Value.Id, new ShelfTemplate(template.Value, source));
        }
    }

    public ImmutableSortedDictionary<TemplateId, ShelfTemplate> Bundled { get; } =
        ImmutableSortedDictionary.Create<TemplateId, ShelfTemplate>(Comparer<TemplateId>.Create((one, other) => string.CompareOrdinal(one.Value, other.Value)));

    /// <summary>All that the shelf holds for a show: its own first. One that cannot be read any more is left out.</summary>
    public IEnumerable<ShelfTemplate> Of(Show show) => show.OwnTemplates.Select(own => Read(own.Source)).OfType<ShelfTemplate>().Concat(Bundled.Values);

    /// <summary>Null when there is none of that name, or it cannot be read any more.</summary>
    public ShelfTemplate? Find(Show show, TemplateId id) => show.OwnTemplates.FirstOrDefault(own => own.Id == id) is { } own ? Read(own.Source) : Bundled.GetValueOrDefault(id);

    /// <summary>The template of a content, which may be older than the one on the shelf; null when it cannot be read.</summary>
    public ShelfTemplate? Read(string source) => _read.Find(source) ?? (TemplateReader.Read(source).Value is { } template ? _read.Keep(source, new ShelfTemplate(template, source)) : null);

    /// <summary>A template that somebody brings: it, or all that is wrong with it.</summary>
    public Checked<Template> Check(string source) => _read.Find(source) is { Template: var known } ? known : TemplateReader.Read(source);
}
