using System;
using System.Collections;
using System.Collections.Generic;
using System.IO;
using System.Linq;
using System.Reflection;

// Makes objects of generated classes, and changes their links at random: see behaviour_test.go.
public static class Behave
{
    private class End
    {
        public string Label, Type, Field, Get, Set, Add, Remove, Back;
        public bool Many, BackMany, Hidden, Owned, Mandatory;
        public int Upper;
    }

    private class Kind
    {
        public string Name, In;
        public bool IsAbstract, Disposes;
        public string[] Kinds;
        public List<string[]> Params = new List<string[]>();
        public List<End> Ends = new List<End>();
    }

    private class Same : IEqualityComparer<object>
    {
        bool IEqualityComparer<object>.Equals(object a, object b) { return ReferenceEquals(a, b); }
        int IEqualityComparer<object>.GetHashCode(object a) { return System.Runtime.CompilerServices.RuntimeHelpers.GetHashCode(a); }
    }

    private static readonly Dictionary<string, Kind> byName = new Dictionary<string, Kind>();
    private static readonly List<Kind> all = new List<Kind>();
    private static readonly List<object> objects = new List<object>();
    private static readonly Dictionary<object, Kind> kindOf = new Dictionary<object, Kind>(new Same());
    private static readonly Random random = new Random(12345);
    private static string space;
    private static int did, refused;

    public static void Main(string[] args)
    {
        space = args[0];
        foreach (string line in File.ReadAllLines(Path.Combine(args[0], "spec.txt")))
        {
            string[] f = line.Split('\t');
            if (f[0] == "C")
            {
                Kind k = new Kind { Name = f[1], IsAbstract = f[2] == "true", Disposes = f[3] == "true", Kinds = f[4].Split(','), In = f[5] };
                byName[k.Name] = k;
                all.Add(k);
            }
            else if (f[0] == "P")
            {
                all[all.Count - 1].Params.Add(f);
            }
            else
            {
                all[all.Count - 1].Ends.Add(new End
                {
                    Label = f[1], Type = f[2], Field = f[3], Get = f[4], Set = f[5], Add = f[6], Remove = f[7], Back = f[8], Many = f[9] == "true",
                    BackMany = f[10] == "true", Hidden = f[11] == "true", Owned = f[12] == "true", Mandatory = f[13] == "true", Upper = int.Parse(f[14]),
                });
            }
        }
        for (int i = 0; i < 40 && all.Count > 0; i++)
        {
            Kind k = Pick(all);
            if (!k.IsAbstract)
            {
                Make(k, 0);
            }
        }
        for (int i = 0; i < int.Parse(args[1]) && objects.Count > 0; i++)
        {
            Step(i);
        }
        Console.WriteLine(did + " calls did something, " + refused + " were refused, " + objects.Count + " objects");
    }

    private static T Pick<T>(List<T> list) { return list[random.Next(list.Count)]; }

    private static void Step(int i)
    {
        object o = Pick(objects);
        List<End> ends = EndsOf(o).Where(x => !x.Hidden).ToList();
        if (ends.Count == 0)
        {
            return;
        }
        End e = Pick(ends);
        List<object> there = KindsOf(e.Type);
        object one = there.Count == 0 ? null : Pick(there);
        string what = e.Many ? e.Add : e.Set;
        if (random.Next(3) == 0)
        {
            if (e.Many)
            {
                List<object> linked = Linked(o, e.Field, true);
                if (linked.Count == 0)
                {
                    return;
                }
                what = e.Remove;
                one = Pick(linked);
            }
            else if (e.Mandatory)
            {
                return;
            }
            else
            {
                one = null;
            }
        }
        else if (one == null)
        {
            return;
        }
        try
        {
            object changed = o.GetType().GetMethod(what).Invoke(o, new[] { one });
            if (!false.Equals(changed))
            {
                did++;
            }
        }
        catch (TargetInvocationException wrong)
        {
            Refused(wrong);
        }
        Check(e.Label + "." + what);
        if (i % 500 == 499)
        {
            object gone = Pick(objects);
            if (kindOf[gone].Disposes)
            {
                gone.GetType().GetMethod("Dispose").Invoke(gone, null);
                Check("dispose");
                foreach (End x in EndsOf(gone))
                {
                    if (Linked(gone, x.Field, x.Many).Count > 0)
                    {
                        throw new Exception(x.Label + " is linked after it was disposed of");
                    }
                }
                gone.GetType().GetMethod("Validate").Invoke(gone, null);
            }
        }
    }

    private static void Refused(TargetInvocationException wrong)
    {
        if (wrong.InnerException.GetType().Name != "Refused")
        {
            throw wrong;
        }
        refused++;
    }

    private static object Make(Kind k, int depth)
    {
        ConstructorInfo made = Type.GetType(space + k.In + "." + k.Name + ", all").GetConstructors()[0];
        object[] given = new object[k.Params.Count];
        for (int i = 0; i < given.Length; i++)
        {
            string[] p = k.Params[i];
            Type type = made.GetParameters()[i].ParameterType;
            if (p[3] == "class")
            {
                List<object> there = KindsOf(p[2]);
                if (there.Count > 0 && random.Next(3) > 0)
                {
                    given[i] = Pick(there);
                }
                foreach (Kind c in all)
                {
                    if (given[i] == null && depth < 6 && !c.IsAbstract && c.Kinds.Contains(p[2]))
                    {
                        given[i] = Make(c, depth + 1);
                    }
                }
                if (given[i] == null)
                {
                    return null;
                }
            }
            else if (type.IsValueType)
            {
                given[i] = Activator.CreateInstance(type);
            }
        }
        object o;
        try
        {
            o = made.Invoke(given);
        }
        catch (TargetInvocationException wrong)
        {
            Refused(wrong);
            return null;
        }
        objects.Add(o);
        kindOf[o] = k;
        return o;
    }

    private static List<object> KindsOf(string name) { return objects.Where(o => kindOf[o].Kinds.Contains(name)).ToList(); }

    private static List<End> EndsOf(object o) { return kindOf[o].Kinds.SelectMany(k => byName[k].Ends).ToList(); }

    private static readonly Dictionary<string, FieldInfo> fields = new Dictionary<string, FieldInfo>();

    private static List<object> Linked(object o, string name, bool many)
    {
        FieldInfo found;
        string key = o.GetType().FullName + " " + name;
        if (!fields.TryGetValue(key, out found))
        {
            for (Type t = o.GetType(); found == null; t = t.BaseType)
            {
                found = t.GetField(name, BindingFlags.Instance | BindingFlags.NonPublic | BindingFlags.DeclaredOnly);
            }
            fields[key] = found;
        }
        object value = found.GetValue(o);
        List<object> list = new List<object>();
        if (many)
        {
            foreach (object x in (IEnumerable)value)
            {
                list.Add(x);
            }
        }
        else if (value != null)
        {
            list.Add(value);
        }
        return list;
    }

    private static int Times(List<object> list, object one) { return list.Count(x => ReferenceEquals(x, one)); }

    private static void Check(string what)
    {
        foreach (object o in objects)
        {
            int wholes = 0;
            foreach (End e in EndsOf(o))
            {
                List<object> there = Linked(o, e.Field, e.Many);
                if (e.Upper >= 0 && there.Count > e.Upper)
                {
                    throw new Exception(what + ": " + e.Label + " has " + there.Count);
                }
                wholes += e.Owned ? there.Count : 0;
                if (e.Back == "")
                {
                    continue;
                }
                foreach (object one in there)
                {
                    if (!kindOf.ContainsKey(one))
                    {
                        throw new Exception(what + ": " + e.Label + " leads to what was never made");
                    }
                    if (Times(there, one) != Times(Linked(one, e.Back, e.BackMany), o))
                    {
                        throw new Exception(what + ": the ends of " + e.Label + " do not agree");
                    }
                }
            }
            if (wholes > 1)
            {
                throw new Exception(what + ": a part is in " + wholes + " wholes");
            }
        }
    }
}
