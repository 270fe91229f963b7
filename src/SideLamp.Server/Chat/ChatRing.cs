using SideLamp.Core.Chat;
using SideLamp.Core.Events;

namespace SideLamp.Server.Chat;

/// <summary>The last messages that came in, each under its number. Safe to use from anywhere.</summary>
internal sealed class ChatRing
{
    public const int Most = 100_000;

    /// <summary>Who asks for what is older than so many changes gets all anew.</summary>
    private const int MostChanges = 20_000;

    private readonly Lock _turn = new();
    private readonly ChatLine?[] _lines = new ChatLine?[Most];
    private readonly Dictionary<EventKey, long> _numbers = [];
    private readonly Queue<(long Rev, long No)> _changes = [];
    private long _newest;
    private long _oldest = 1;
    private long _rev;
    private int _held;
    private int _questions;
    private int _shown;

    public long Rev => Interlocked.Read(ref _rev);

    public long Newest => Interlocked.Read(ref _newest);

    /// <summary>How many wait to be let in, ask something, and were shown, of those that are here.</summary>
    public (int Held, int Questions, int Shown) Counts
    {
        get
        {
            lock (_turn)
            {
                return (_held, _questions, _shown);
            }
        }
    }

    public bool Has(EventKey key)
    {
        lock (_turn)
        {
            return _numbers.ContainsKey(key);
        }
    }

    public ChatLine? Find(long no)
    {
        lock (_turn)
        {
            return At(no);
        }
    }

    /// <summary>With a number that is larger than any before.</summary>
    public void Add(ChatLine line)
    {
        lock (_turn)
        {
            var no = line.Message.No;
            var slot = no % Most;
            if (_lines[slot] is { } old)
            {
                _numbers.Remove(old.Message.Key);
                Count(old, -1);
            }

            _oldest = Math.Max(_oldest, no - Most + 1);
            (_newest, _numbers[line.Message.Key]) = (no, no);
            Put(line);
        }
    }

    /// <summary>Something becomes of messages.</summary>
    /// <returns>Those of which it did, as they are now.</returns>
    public List<ChatLine> Change(IEnumerable<long> numbers, Func<ChatLine, ChatLine> change)
    {
        lock (_turn)
        {
            var changed = new List<ChatLine>();
            foreach (var no in numbers)
            {
                if (At(no) is { } line && change(line) is var next && !ReferenceEquals(next, line) && next != line)
                {
                    Count(line, -1);
                    changed.Add(Put(next));
                }
            }

            return changed;
        }
    }

    /// <summary>The numbers of what these takings-back are about.</summary>
    public List<long> Meant(IReadOnlyCollection<TakenBack> gone)
    {
        lock (_turn)
        {
            var numbers = gone.Where(one => one.Key is { } key && _numbers.ContainsKey(key)).Select(one => _numbers[one.Key!.Value]).ToList();
            var persons = gone.Where(one => one.Key is null).ToDictionary(one => one.Person, one => one.UpTo);
            if (persons.Count > 0)
            {
                for (var no = _oldest; no <= _newest; no++)
                {
                    if (At(no) is { } line && persons.TryGetValue(line.Message.Person, out var upTo) && no <= upTo)
                    {
                        numbers.Add(no);
                    }
                }
            }

            return numbers;
        }
    }

    /// <summary>As if they had never come.</summary>
    public void Erase(Func<ChatLine, bool> which)
    {
        lock (_turn)
        {
            for (var no = _oldest; no <= _newest; no++)
            {
                if (At(no) is { } line && which(line))
                {
                    Count(line, -1);
                    _numbers.Remove(line.Message.Key);
                    _lines[no % Most] = null;
                }
            }

            // Whoever has them drops them.
            _changes.Clear();
            _rev++;
        }
    }

    /// <summary>What is new, or another, since a page asked last: of very much the first part, and how far it goes; of all anew the newest.</summary>
    public (long Rev, bool IsAnew, List<ChatLine> Lines) Since(long rev, int most)
    {
        lock (_turn)
        {
            var isAnew = rev <= 0 || rev > _rev || (rev < _rev && (_changes.Count == 0 || _changes.Peek().Rev > rev + 1));
            var changes = isAnew ? [] : _changes.Where(one => one.Rev > rev).Take(most).ToList();
            var numbers = isAnew ? Back(_newest + 1).Take(most) : changes.Select(one => one.No).Distinct();
            return (isAnew || changes.Count < most ? _rev : changes[^1].Rev, isAnew, [.. numbers.Select(At).OfType<ChatLine>().OrderBy(line => line.Message.No)]);
        }
    }

    /// <summary>Those before a number, the newest of them, in their order.</summary>
    public (long Rev, List<ChatLine> Lines) Before(long no, int most, Func<ChatLine, bool> which)
    {
        lock (_turn)
        {
            return (_rev, [.. Back(Math.Min(no, _newest + 1)).Select(At).OfType<ChatLine>().Where(which).Take(most).OrderBy(line => line.Message.No)]);
        }
    }

    private IEnumerable<long> Back(long from)
    {
        for (var no = from - 1; no >= _oldest; no--)
        {
            yield return no;
        }
    }

    private ChatLine? At(long no) => no > 0 && _lines[no % Most] is { } line && line.Message.No == no ? line : null;

    private ChatLine Put(ChatLine line)
    {
        var put = line with { Rev = ++_rev };
        _lines[put.Message.No % Most] = put;
        Count(put, 1);
        _changes.Enqueue((put.Rev, put.Message.No));
        if (_changes.Count > MostChanges)
        {
            _changes.Dequeue();
        }

        return put;
    }

    private void Count(ChatLine line, int by)
    {
        _held += line is { Held: not HeldBack.No, IsGone: false } ? by : 0;
        _questions += line is { IsQuestion: true, IsGone: false, IsShown: false } ? by : 0;
        _shown += line.IsShown ? by : 0;
    }
}
