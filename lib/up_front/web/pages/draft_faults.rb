# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # What is wrong with a rule or a view that is being written, with a way out where there is one: what it names and is not
      # there can be made, and where its name is taken, one that is free is offered.
      module DraftFaults
        module_function

        # @param faults [Array<Core::Fault>] @return [Array<Hash>] pointer and message; `make` (kind and name), where that helps
        def of(faults) = faults.map { row(_1) }

        # @param name [Object] of the draft @param others [Array<#name>] the rules or views beside it @param kind [String] rule or view
        # @return [Array<Hash>] that its name is taken, with one that is free
        def taken(name, others, kind)
          names = others.to_set { Core::Text.fold(_1.name) }
          return [] unless name.is_a?(String) && names.include?(Core::Text.fold(name))

          number = (2..).find { !names.include?(Core::Text.fold("#{name.strip} (#{_1})")) }
          [{pointer: "/name", message: "Another #{kind} is called that already; give this one a name of its own.",
            instead: "#{name.strip} (#{number})"}]
        end

        def row(fault)
          kind, name = fault.lacks
          made = Core::RulebookRepair::MADE[kind]
          {pointer: fault.pointer, message: fault.message, **(made ? {make: {kind: kind, thing: {name: name, **made}}} : {})}
        end
        private_class_method :row
      end
    end
  end
end
